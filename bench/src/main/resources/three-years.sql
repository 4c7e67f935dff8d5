-- Makes three years of the demo's chats of two weeks: each copy ten days before the last, so that a million and a half come together.
-- What was said is found by its words; the words themselves are not copied.
\set copies 106
set session_replication_role = replica;
set maintenance_work_mem = '512MB';
drop index if exists live_found_words_idx;
insert into live_chat (plan_id, id, door_id, language, key, token_hash, arrived_at, revision, stage, queue_id, operator_id, queued_at,
                       entries, waited_millis, ended_at, outcome)
select plan_id, id + k * 10000000, door_id, language, gen_random_uuid(), token_hash, arrived_at - k * interval '10 days', revision,
       stage, queue_id, operator_id, queued_at - k * interval '10 days', entries, waited_millis,
       ended_at - k * interval '10 days', outcome
from live_chat, generate_series(1, :copies) k where ended_at is not null;
insert into live_entry
select plan_id, chat + k * 10000000, number, call + k * 10000000, at - k * interval '10 days', event, author, operator_id, queue_id,
       because, setting, null
from live_entry, generate_series(1, :copies) k where event <> 'said';
insert into live_found select plan_id, chat + k * 10000000, words from live_found, generate_series(1, :copies) k;
insert into live_count
select plan_id, chat + k * 10000000, arrived_at - k * interval '10 days', ended_at - k * interval '10 days', day - k * 10, half_hour,
       door_id, language, topic, queue_id, first_queue, operator_id, outcome, answered, waited_millis, first_reply_millis, bot_millis,
       handled_millis, wrap_up_millis, transfers, rating
from live_count, generate_series(1, :copies) k;
insert into live_stint
select plan_id, chat + k * 10000000, part, operator_id, queue_id, besides, from_at - k * interval '10 days',
       until_at - k * interval '10 days', wrap_up_millis, longest_silence_millis, lines, left_open
from live_stint, generate_series(1, :copies) k;
insert into live_missed_offer
select plan_id, chat + k * 10000000, part, operator_id, queue_id, at - k * interval '10 days', declined
from live_missed_offer, generate_series(1, :copies) k;
insert into chat_label select plan_id, chat + k * 10000000, label, by_name, at - k * interval '10 days'
from chat_label, generate_series(1, :copies) k;
insert into live_presence (plan_id, operator_id, at, state, reason)
select plan_id, operator_id, at - k * interval '10 days', state, reason
from live_presence, generate_series(1, :copies) k on conflict do nothing;
-- what triggers would have done
insert into report_day (plan_id, day, changed) select plan_id, day, 1 from live_count group by 1, 2
on conflict (plan_id, day) do update set changed = report_day.changed + 1;
create index live_found_words_idx on live_found using gin (words);
vacuum analyze live_chat, live_entry, live_found, live_count, live_stint, live_missed_offer, live_presence,
    chat_label, report_day;
select count(*) as chats, min(arrived_at)::date as first, max(arrived_at)::date as last from live_chat;
