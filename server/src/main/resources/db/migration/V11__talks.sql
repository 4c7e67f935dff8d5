-- How the talk of a visitor with a bot stands: what the bot has found out, and what it says next.
create table live_talk (
    plan_id   text   not null,
    chat      bigint not null,
    -- number of the newest entry of the chat that the bot has read
    heard     int    not null,
    topic     text,
    certainty double precision,
    language  text,
    -- what it has collected, and what it waits for
    talk      jsonb  not null,
    -- the calls of its turn, which are made again under the same keys where nobody knows whether they were
    turn      jsonb  not null,
    made      boolean not null default false,
    primary key (plan_id, chat),
    foreign key (plan_id, chat) references live_chat on delete cascade
);

-- What a bot drafted for the operator who holds a chat, and what became of it.
create table live_draft (
    plan_id text   not null,
    chat    bigint not null,
    -- number of the newest entry that it answers
    entry   int    not null,
    bot     text   not null,
    topic   text,
    words   text   not null,
    -- taken, changed or dropped; null while it lies in the reply
    fate    text,
    primary key (plan_id, chat, entry),
    foreign key (plan_id, chat) references live_chat on delete cascade
);
