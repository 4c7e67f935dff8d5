-- What is kept of a finished chat besides its words, as words that nobody writes: one index finds chats by both at once. A wait is
-- told by each of some lengths that it reached.
create function facets(door text, language text, outcome text, queue text, waited_millis bigint, day date, half_hour int, topic text,
                       rating int, operators text[]) returns tsvector language sql immutable as $$
    select array_to_tsvector(array_remove(array[
                   ':door:' || door, ':language:' || language, ':outcome:' || outcome, ':queue:' || queue,
                   ':month:' || to_char(day, 'YYYY-MM'), ':hour:' || half_hour / 2, ':weekday:' || extract(isodow from day)::int,
                   ':topic:' || left(coalesce(topic, ''), 200), ':rated:' || rating,
                   case when waited_millis >= 10000 then ':waited:10' end, case when waited_millis >= 30000 then ':waited:30' end,
                   case when waited_millis >= 60000 then ':waited:60' end, case when waited_millis >= 120000 then ':waited:120' end,
                   case when waited_millis >= 300000 then ':waited:300' end, case when waited_millis >= 600000 then ':waited:600' end]
               || operators, null))
$$;

create function facets_of(of_plan text, of_chat bigint) returns tsvector language sql stable as $$
    select facets(c.door_id, c.language, c.outcome, c.queue_id, c.waited_millis, n.day, n.half_hour, n.topic, n.rating,
                  (select array_agg(distinct ':operator:' || s.operator_id) from live_stint s
                   where s.plan_id = c.plan_id and s.chat = c.id and not s.besides))
    from live_chat c left join live_count n on n.plan_id = c.plan_id and n.chat = c.id
    where c.plan_id = of_plan and c.id = of_chat
$$;

insert into live_found (plan_id, chat, words)
select x.plan_id, x.chat, ''::tsvector from live_erased x on conflict do nothing;

-- Of many chats at once, with the index made anew: millions of changes to it would take hours.
drop index live_found_words_idx;
update live_found f
set words = f.words || facets(c.door_id, c.language, c.outcome, c.queue_id, c.waited_millis, n.day, n.half_hour, n.topic, n.rating,
                              s.operators)
from live_chat c
left join live_count n on n.plan_id = c.plan_id and n.chat = c.id
left join (select plan_id, chat, array_agg(distinct ':operator:' || operator_id) as operators
           from live_stint where not besides group by plan_id, chat) s on s.plan_id = c.plan_id and s.chat = c.id
where c.plan_id = f.plan_id and c.id = f.chat;
create index live_found_words_idx on live_found using gin (words);

-- What operators did in some days, whichever operators they are.
create index on live_stint (plan_id, from_at);
