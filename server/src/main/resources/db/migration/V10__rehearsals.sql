-- Rehearsals: a plan as it was when they began, what is done in them, and what was cut away by going back.
create table rehearsal (
    id          text        primary key,
    plan_id     text        not null references plan on delete cascade,
    name        text        not null,
    -- what the plan was: draft, live or the number of a revision
    source      text        not null,
    document    jsonb       not null,
    -- another plan on which the same is done; null for none
    against     text,
    other       jsonb,
    starts_at   timestamptz not null,
    steps       jsonb       not null,
    stand_ins   jsonb       not null default '[]',
    -- counts what was done, so that nobody acts on what they have not seen
    change      bigint      not null default 0,
    -- steps and stand-ins before each change, the newest last
    earlier     jsonb       not null default '[]',
    made_by     bigint      references account on delete set null,
    made_at     timestamptz not null default now()
);
create index on rehearsal (plan_id, made_at desc);
