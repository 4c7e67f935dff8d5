-- How long chats waited, from which patience is estimated.
alter table volume add column wait_seconds double precision check (wait_seconds >= 0);

-- A file that is read and not accepted yet is read again.
delete from volume_import where accepted_at is null;
drop view volume_import_count;
alter table volume_import_part add column wait_seconds double precision[] not null default '{}';
alter table volume_import_part alter column wait_seconds drop default;
create view volume_import_count as
select import_id, to_timestamp(s) as starts_at, q as queue_id, d as door_id, l as language, o as topic, c as chats,
       a as answered, w as left_waiting, h as handling_seconds, wait as wait_seconds, m as chats_at_once
from volume_import_part,
     unnest(starts_at, queue_id, door_id, language, topic, chats, answered, left_waiting, handling_seconds, wait_seconds,
            chats_at_once)
         as counts (s, q, d, l, o, c, a, w, h, wait, m);
