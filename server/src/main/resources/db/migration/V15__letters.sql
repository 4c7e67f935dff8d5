-- What operators answer by mail to visitors who left: kept until it is sent, and after it as a part of the conversation.
create table letter (
    id          bigint      generated always as identity primary key,
    plan_id     text        not null,
    chat        bigint      not null,
    -- made by the sender's side, so that sending twice is one letter
    key         uuid        not null,
    operator_id text        not null,
    written_at  timestamptz not null,
    language    text        not null,
    recipient   text        not null,
    subject     text        not null,
    words       text        not null,
    -- of the token in its link, another at each try
    token_hash  bytea,
    valid_until timestamptz not null,
    sent_at     timestamptz,
    tries       int         not null default 0,
    -- null once it is sent or given up
    next_try    timestamptz,
    -- why it is not sent yet, in words
    trouble     text,
    -- one answer a chat: whoever writes second is told who was first
    unique (plan_id, chat),
    foreign key (plan_id, chat) references live_chat on delete cascade
);
create index on letter (next_try) where next_try is not null;

-- What was left behind and needs no answer.
create table left_behind_closed (
    plan_id     text        not null,
    chat        bigint      not null,
    operator_id text        not null,
    at          timestamptz not null,
    primary key (plan_id, chat),
    foreign key (plan_id, chat) references live_chat on delete cascade
);

-- The chat that a visitor goes on with, having come by the link in a mail.
alter table live_chat add column goes_on bigint;
