-- Reports keep the labels of a day's chats, too; every day is put into columns anew.
update report_day set changed = changed + 1;

create function labels_changed() returns trigger language plpgsql as $$
begin
    update report_day d set changed = d.changed + 1
    from (select distinct c.plan_id, c.day from touched t join live_count c on c.plan_id = t.plan_id and c.chat = t.chat) of_chats
    where d.plan_id = of_chats.plan_id and d.day = of_chats.day;
    return null;
end $$;

create trigger chat_label_added after insert on chat_label
    referencing new table as touched for each statement execute function labels_changed();
create trigger chat_label_changed after update on chat_label
    referencing new table as touched for each statement execute function labels_changed();
create trigger chat_label_gone after delete on chat_label
    referencing old table as touched for each statement execute function labels_changed();
