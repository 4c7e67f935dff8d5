-- What a visitor was asked to agree to, one by one, where there was one text before.
update live_given set given = (given - 'consent') || jsonb_build_object('consents',
    case when given ->> 'consent' is null then '[]'::jsonb
         else jsonb_build_array(jsonb_build_object('id', 'consent', 'text', given -> 'consent', 'agreed', true)) end)
where given ? 'consent';

-- Files that were sent in chats. What was said names them; the log knows nothing of them, so that they can be erased.
create table live_file (
    -- whoever knows it may have the file: it is told to those in the chat alone
    id      uuid        primary key,
    plan_id text        not null,
    chat    bigint      not null,
    name    text        not null,
    -- media type by its content
    type    text        not null,
    bytes   bytea       not null,
    -- of a picture: drawn anew and small, so that it can be shown
    preview bytea,
    kept_at timestamptz not null,
    foreign key (plan_id, chat) references live_chat on delete cascade
);
create index on live_file (plan_id, chat);
-- compressed already, most of them
alter table live_file alter column bytes set storage external;

-- What goes out to others besides letters: news for services, and transcripts by mail. Kept until it is sent, and after that for a while.
create table outgoing (
    id         bigint      generated always as identity primary key,
    plan_id    text        not null,
    chat       bigint      not null,
    -- news or transcript
    kind       text        not null,
    -- a service by its name, or a mail address
    recipient  text        not null,
    -- what it is about: the news, or the subject of the mail
    about      text        not null,
    body       text        not null,
    made_at    timestamptz not null,
    sent_at    timestamptz,
    tries      int         not null default 0,
    -- null once it is sent or given up
    next_try   timestamptz,
    trouble    text,
    foreign key (plan_id, chat) references live_chat on delete cascade
);
create index on outgoing (next_try) where next_try is not null;
create index on outgoing (plan_id, id desc);
create unique index on outgoing (plan_id, chat) where kind = 'transcript';

-- Up to which call of a plan its receivers were told.
create table outgoing_told (
    plan_id text   primary key references live_log on delete cascade,
    call    bigint not null
);
