-- Labels that colleagues put on chats, running or finished.
create table chat_label (
    plan_id text        not null,
    chat    bigint      not null,
    label   text        not null,
    by_name text        not null,
    at      timestamptz not null,
    foreign key (plan_id, chat) references live_chat on delete cascade
);
create unique index on chat_label (plan_id, chat, lower(label));
create index on chat_label (plan_id, lower(label));

-- What colleagues write beside chats, which no visitor sees.
create table chat_note (
    id      bigint      generated always as identity primary key,
    plan_id text        not null,
    chat    bigint      not null,
    -- made by its writer's side, so that sending twice is one note
    key     uuid        not null,
    by_name text        not null,
    at      timestamptz not null,
    words   text        not null,
    unique (plan_id, chat, key),
    foreign key (plan_id, chat) references live_chat on delete cascade
);

-- Whom a note is for, until they have seen it.
create table chat_mention (
    note        bigint      not null references chat_note on delete cascade,
    plan_id     text        not null,
    operator_id text        not null,
    seen_at     timestamptz,
    primary key (note, operator_id)
);
create index on chat_mention (plan_id, operator_id) where seen_at is null;

-- Tickets made of chats; what is sent of them stands among what goes out.
create table ticket (
    id        bigint      generated always as identity primary key,
    plan_id   text        not null,
    chat      bigint      not null,
    key       uuid        not null,
    recipient text        not null,
    subject   text        not null,
    by_name   text        not null,
    at        timestamptz not null,
    -- under which its receiver keeps it; null before it has said so
    number    text,
    unique (plan_id, chat, key),
    foreign key (plan_id, chat) references live_chat on delete cascade
);

-- Addresses to which tickets may be mailed.
create table ticket_address (
    plan_id text not null references plan on delete cascade,
    address text not null,
    primary key (plan_id, address)
);
alter table outgoing add column ticket bigint references ticket on delete cascade;

-- Why operators are away, in their words.
alter table live_operator add column reason text;
alter table live_presence add column reason text;
