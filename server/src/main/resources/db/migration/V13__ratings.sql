-- A rating is a call of the log; the newest of a chat is found by it.
create index on live_call (plan_id, chat) where kind = 'rate';

-- Answers of bots that operators have marked as wrong.
create table live_wrong_answer (
    plan_id  text        not null,
    chat     bigint      not null,
    -- number of the entry that says it
    entry    int         not null,
    -- what the bot took the chat to be about then; null for nothing
    topic    text,
    operator text        not null,
    at       timestamptz not null default now(),
    primary key (plan_id, chat, entry),
    foreign key (plan_id, chat) references live_chat on delete cascade
);
