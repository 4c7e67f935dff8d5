-- The newest version of each element that was ever changed, removed ones too, so that nobody reads the whole history for it.
create table plan_element (
    plan_id    text   not null,
    kind       text   not null,
    element_id text   not null,
    version    int    not null check (version > 1),
    -- that made it
    change     bigint not null,
    primary key (plan_id, kind, element_id),
    foreign key (plan_id, change) references plan_change on delete cascade
);
insert into plan_element (plan_id, kind, element_id, version, change)
select distinct on (plan_id, kind, element_id) plan_id, kind, element_id, version, change
from plan_edit
order by plan_id, kind, element_id, version desc;

-- The same mark twice says nothing that one does not.
delete from marked_days a using marked_days b
where a.plan_id = b.plan_id and a.first_day = b.first_day and a.last_day = b.last_day and a.kind = b.kind
  and a.name = b.name and a.id > b.id;
create unique index marked_days_once on marked_days (plan_id, first_day, last_day, kind, name);

-- One of a kind may wait or run for each subject of a plan.
drop index job_plan_id_kind_idx;
create unique index job_active on job (plan_id, kind, subject) where state in ('WAITING', 'RUNNING');

-- Counts the changes of what jobs are doing.
alter table plan add column job_change bigint not null default 0;
create function count_job_change() returns trigger language plpgsql as $$
begin
    update plan set job_change = job_change + 1 where id = new.plan_id;
    return null;
end $$;
create trigger jobs_are_counted after insert or update of state on job
    for each row execute function count_job_change();

-- Whoever follows a plan is told that something of it has changed, and then looks which of its counters moved.
create function tell_of_plan() returns trigger language plpgsql as $$
begin
    perform pg_notify('plan_change', new.id);
    return null;
end $$;
create trigger plans_are_told_of after update of draft_change, volume_change, adjustment_change, roster_change, job_change
    on plan for each row execute function tell_of_plan();
create function tell_of_revision() returns trigger language plpgsql as $$
begin
    perform pg_notify('plan_change', new.plan_id);
    return null;
end $$;
create trigger revisions_are_told_of after insert on plan_revision
    for each row execute function tell_of_revision();
