-- What trials found a series of arrivals to be forecast best by, and what a planner wants instead.
create table forecast_choice (
    plan_id    text  not null references plan on delete cascade,
    -- '' where they are not known
    door_id    text  not null,
    topic      text  not null,
    -- the queue that was recorded, where the door is not known; else ''
    queue_id   text  not null,
    method     text  not null,
    -- shares of methods where they are combined
    weights    jsonb not null,
    -- the day after the last that the trials knew
    tried_on   date  not null,
    -- null: what the trials found
    wanted     text,
    primary key (plan_id, door_id, topic, queue_id)
);

-- Days of the history or to come to which somebody has given a meaning.
create table marked_days (
    id        bigint generated always as identity primary key,
    plan_id   text not null references plan on delete cascade,
    first_day date not null,
    last_day  date not null check (last_day >= first_day),
    -- event: of a name under which such days return; error: not to be learnt from; normal: nothing to be said
    kind      text not null check (kind in ('EVENT', 'ERROR', 'NORMAL')),
    name      text not null check (kind <> 'EVENT' or name <> ''),
    made_by   bigint references account on delete set null,
    made_at   timestamptz not null default now()
);
create index on marked_days (plan_id, first_day);
