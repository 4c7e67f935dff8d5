-- Of what those who watch a live plan wish to be told, and how each stands.
create table alarm (
    id        bigint      generated always as identity primary key,
    plan_id   text        not null references plan on delete cascade,
    kind      text        not null,
    -- of which queue; null for each of them, or where it is of none
    queue_id  text,
    -- more than so long a wait, or for so long nobody is there
    seconds   int         not null,
    mail      text,
    service   text,
    -- how it stands; null before the first look
    held_since  timestamptz,
    raised_at   timestamptz,
    quiet_since timestamptz,
    told_at     timestamptz,
    times       int       not null default 0,
    -- what is so, in words
    words       text      not null default '',
    -- why whoever is to be told could not be, in words
    trouble     text,
    -- when that is tried again
    next_try    timestamptz
);
create index on alarm (plan_id);
