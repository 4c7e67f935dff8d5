-- Counts the changes of who works when.
alter table plan add column roster_change bigint not null default 0;

-- What rosters of a plan keep to: one document, as the interface writes it.
create table roster_rules (
    plan_id   text  primary key references plan on delete cascade,
    -- counts its changes
    version   int   not null default 1,
    document  jsonb not null
);

-- A week whose presence is set by shifts.
create table roster (
    plan_id   text   not null references plan on delete cascade,
    monday    date   not null check (extract(isodow from monday) = 1),
    -- whom it is about: they are present while they work, and not otherwise
    people    text[] not null,
    -- what the last search found; null where there was none
    found     jsonb,
    primary key (plan_id, monday)
);

create table roster_shift (
    plan_id      text    not null,
    monday       date    not null,
    operator_id  text    not null,
    day          date    not null check (day >= monday and day < monday + 7),
    start_time   time    not null,
    minutes      int     not null check (minutes between 30 and 1410 and minutes % 30 = 0),
    -- its breaks: minutes after the start, length and pay of each
    pauses       jsonb   not null,
    kind         text,
    fixed        boolean not null,
    primary key (plan_id, operator_id, day),
    foreign key (plan_id, monday) references roster on delete cascade
);
create index on roster_shift (plan_id, monday);

-- What of a plan a job is about, and how it stands in words.
alter table job
    add column subject text not null default '',
    add column said    text not null default '';
