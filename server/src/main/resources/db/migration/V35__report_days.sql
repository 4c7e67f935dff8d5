-- How often what is counted of a day's finished chats changed, and what reports read of them, which holds while that stays as it is.
create table report_day (
    plan_id text   not null references plan on delete cascade,
    day     date   not null,
    changed bigint not null,
    kept    bytea,
    -- at which change it was kept; null for never
    kept_at bigint,
    primary key (plan_id, day)
);
alter table report_day alter column kept set storage external; -- it comes compressed
insert into report_day (plan_id, day, changed) select plan_id, day, 1 from live_count group by 1, 2;

-- By triggers, so that nobody who changes counts can forget it.
create function counts_changed() returns trigger language plpgsql as $$
begin
    insert into report_day (plan_id, day, changed)
    select plan_id, day, 1 from touched group by 1, 2 order by 1, 2
    on conflict (plan_id, day) do update set changed = report_day.changed + 1;
    return null;
end $$;

-- Where a plan goes with its chats, its days may have gone before them.
create function counts_gone() returns trigger language plpgsql as $$
begin
    update report_day d set changed = d.changed + 1
    from (select distinct plan_id, day from touched) t where d.plan_id = t.plan_id and d.day = t.day;
    return null;
end $$;

create trigger live_count_added after insert on live_count
    referencing new table as touched for each statement execute function counts_changed();
create trigger live_count_changed after update on live_count
    referencing new table as touched for each statement execute function counts_changed();
create trigger live_count_was after update on live_count
    referencing old table as touched for each statement execute function counts_gone();
create trigger live_count_gone after delete on live_count
    referencing old table as touched for each statement execute function counts_gone();

-- How long operators were present is read from the index alone.
alter table live_presence
    drop constraint live_presence_pkey,
    add primary key (plan_id, operator_id, at) include (state);
