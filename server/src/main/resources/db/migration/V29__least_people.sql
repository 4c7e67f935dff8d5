-- The fewest people that a week of a plan needs by simulation, as last searched.
create table least_people (
    plan_id  text  not null references plan on delete cascade,
    monday   date  not null,
    document jsonb not null,
    primary key (plan_id, monday)
);

-- Rosters are searched for what the staffing model requires, unless the simulation is asked for.
update roster_rules set document = document || '{"requiredBy": "FORMULA"}';
