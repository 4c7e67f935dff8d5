-- What was asked of a plan by simulation, and the answer.
create table question (
    id       bigint      generated always as identity primary key,
    plan_id  text        not null references plan on delete cascade,
    asked    jsonb       not null,
    -- null until it is answered, and while it is answered anew
    answer   jsonb,
    made_at  timestamptz not null
);
create index on question (plan_id);
