-- Of chats, a queue or a door is known; '' where it is not. What became of them, where it was counted.
alter table volume
    add column answered      int check (answered >= 0),
    add column left_waiting  int check (left_waiting >= 0),
    add column chats_at_once double precision check (chats_at_once >= 1),
    add check (queue_id <> '' or door_id <> '');

-- That counts are those of a plan is checked once a statement: a foreign key asks once a row, which takes half the time that a
-- million rows need.
alter table volume drop constraint volume_plan_id_fkey;
create function check_plan_of_volumes() returns trigger language plpgsql as $$
begin
    perform from plan where id in (select plan_id from added) for key share;
    if exists (select plan_id from added except select id from plan) then
        raise foreign_key_violation using message = 'volumes of a plan that there is not';
    end if;
    return null;
end $$;
create trigger volumes_are_of_a_plan after insert on volume
    referencing new table as added for each statement execute function check_plan_of_volumes();
create function delete_volumes_of_plan() returns trigger language plpgsql as $$
begin
    delete from volume where plan_id = old.id;
    return null;
end $$;
create trigger volumes_go_with_their_plan after delete on plan
    for each row execute function delete_volumes_of_plan();

-- What a file that was read says, thousands of counts a row: one array a column, so that a million of them are stored in
-- seconds. Its rows are looked at as counts again by the view.
drop table volume_import_count;
create table volume_import_part (
    import_id        bigint not null references volume_import on delete cascade,
    part             int    not null,
    -- seconds since 1970
    starts_at        bigint[] not null,
    queue_id         text[]   not null,
    door_id          text[]   not null,
    language         text[]   not null,
    topic            text[]   not null,
    chats            int[]    not null,
    answered         int[]    not null,
    left_waiting     int[]    not null,
    handling_seconds double precision[] not null,
    chats_at_once    double precision[] not null,
    primary key (import_id, part)
);
create view volume_import_count as
select import_id, to_timestamp(s) as starts_at, q as queue_id, d as door_id, l as language, o as topic, c as chats,
       a as answered, w as left_waiting, h as handling_seconds, m as chats_at_once
from volume_import_part,
     unnest(starts_at, queue_id, door_id, language, topic, chats, answered, left_waiting, handling_seconds, chats_at_once)
         as counts (s, q, d, l, o, c, a, w, h, m);

-- A file stays known after it was accepted: where its counts lie, and how many it brought and replaced.
alter table volume_import
    add column accepted_at timestamptz,
    add column first_at    timestamptz,
    add column last_at     timestamptz,
    add column stored      int,
    add column replaced    int,
    add check ((accepted_at is null) = (first_at is null)),
    add check ((accepted_at is null) = (last_at is null)),
    add check ((accepted_at is null) = (stored is null)),
    add check ((accepted_at is null) = (replaced is null));

-- How strongly the counts of a day move together, by which what has come of a day moves the rest of it.
alter table forecast_choice
    add column together double precision not null default 0.3 check (together >= 0);

-- Counts the changes of what planners put on top of the forecasts, as volume_change does those of what they come from.
alter table plan add column adjustment_change bigint not null default 0;

-- What planners know and a history cannot tell: more chats than usual for some time, or fewer.
create table forecast_lift (
    id         bigint generated always as identity primary key,
    plan_id    text      not null references plan on delete cascade,
    name       text      not null check (name <> ''),
    -- '' for all doors, for all topics
    door_id    text      not null,
    topic      text      not null,
    -- local times of the plan
    starts_on  timestamp not null,
    ends_on    timestamp not null check (ends_on > starts_on),
    factor     double precision not null check (factor >= 0),
    course     text      not null check (course in ('EVEN', 'FADING', 'RISING', 'PEAKING')),
    made_by    bigint references account on delete set null,
    made_at    timestamptz not null default now()
);
create index on forecast_lift (plan_id, starts_on);

-- Days of a series whose chats somebody has set by hand.
create table forecast_day_sum (
    id         bigint generated always as identity primary key,
    plan_id    text   not null references plan on delete cascade,
    door_id    text   not null,
    topic      text   not null,
    queue_id   text   not null,
    first_day  date   not null,
    last_day   date   not null check (last_day >= first_day),
    chats      double precision not null check (chats >= 0),
    made_by    bigint references account on delete set null,
    made_at    timestamptz not null default now()
);
create index on forecast_day_sum (plan_id, first_day);

-- Long work, as its asker sees it. At most one of a kind waits or runs for a plan.
create table job (
    id             bigint generated always as identity primary key,
    plan_id        text        not null references plan on delete cascade,
    kind           text        not null,
    state          text        not null default 'WAITING'
                   check (state in ('WAITING', 'RUNNING', 'DONE', 'CANCELLED', 'FAILED')),
    -- steps done, of how many
    done           int         not null default 0,
    steps          int         not null default 0,
    cancel_wanted  boolean     not null default false,
    -- why it failed
    failure        text,
    made_at        timestamptz not null default now(),
    ended_at       timestamptz
);
create unique index on job (plan_id, kind) where state in ('WAITING', 'RUNNING');
create index on job (plan_id, made_at);

-- The table of db-scheduler, by which any instance takes work.
create table scheduled_tasks (
    task_name            text not null,
    task_instance        text not null,
    task_data            bytea,
    execution_time       timestamptz not null,
    picked               boolean not null,
    picked_by            text,
    last_success         timestamptz,
    last_failure         timestamptz,
    consecutive_failures int,
    last_heartbeat       timestamptz,
    version              bigint not null,
    priority             smallint,
    primary key (task_name, task_instance)
);
create index on scheduled_tasks (execution_time);
create index on scheduled_tasks (last_heartbeat);
