-- Where the log of a plan that is live ends. Appending locks its row, so numbers and instants grow together.
create table live_log (
    plan_id   text        primary key references plan on delete cascade,
    newest    bigint      not null default 0,
    newest_at timestamptz not null,
    -- the newest revision that went live by a call of it
    revision  int         not null default 0
);

-- Who runs the dispatcher of a plan, how far it is, and from where another can take it up.
create table live_run (
    plan_id    text   primary key references plan on delete cascade,
    -- every call up to this number has its effects stored
    done       bigint not null default 0,
    holder     text,
    held_until timestamptz,
    -- grows with every change of hands, so that who lost the lease stores nothing more
    term       bigint not null default 0,
    state           bytea,
    -- the dispatcher's numbers of the chats in it, by their ids
    state_chats     jsonb,
    state_after     bigint,
    state_revision  int,
    state_decisions int
);

-- Every call that a dispatcher was given: ids and instants only. What people wrote stands in tables of its own.
create table live_call (
    plan_id   text        not null references live_log on delete cascade,
    number    bigint      not null,
    at        timestamptz not null,
    -- the version of the decisions under which it was written
    decisions int         not null,
    kind      text        not null,
    chat      bigint,
    operator  text,
    detail    text,
    -- the name that its sender gave it, so that sending again does it once
    key       uuid,
    -- why it was not taken, in words
    refusal   text,
    primary key (plan_id, number)
);

create unique index on live_call (plan_id, chat, key) where key is not null;

-- What a visitor gave with a call: answers, facts, page. Erased without a gap in the log.
create table live_given (
    plan_id text   not null,
    call    bigint not null,
    given   jsonb  not null,
    primary key (plan_id, call),
    foreign key (plan_id, call) references live_call on delete cascade
);

-- What was said: part 0 by whoever made the call, others by the plan because of it.
create table live_words (
    plan_id text   not null,
    call    bigint not null,
    part    int    not null,
    words   text   not null,
    primary key (plan_id, call, part),
    foreign key (plan_id, call) references live_call on delete cascade
);

-- A chat as it stands, or stood at its end. Its id is the number of the call by which it arrived.
create table live_chat (
    plan_id    text        not null references live_log on delete cascade,
    id         bigint      not null,
    door_id    text        not null,
    language   text        not null,
    -- made by the visitor's side, so that asking twice starts one chat
    key        uuid        not null,
    token_hash bytea       not null,
    arrived_at timestamptz not null,
    revision   int,
    -- null until the dispatcher has it
    stage      text,
    queue_id    text,
    operator_id text,
    colleagues  text[]      not null default '{}',
    ways        text[]      not null default '{}',
    -- questions that are asked and not answered, as asker's kind/asker/question
    asked       text[]      not null default '{}',
    queued_at   timestamptz,
    offer_until timestamptz,
    entries     int         not null default 0,
    waited_millis bigint,
    ended_at    timestamptz,
    outcome     text,
    -- numbers of the newest entry that each side has got, and has read
    visitor_got   int not null default 0,
    visitor_read  int not null default 0,
    operator_got  int not null default 0,
    operator_read int not null default 0,
    primary key (plan_id, id),
    unique (plan_id, key)
);
create index on live_chat (plan_id, stage) where stage <> 'OVER';
create index on live_chat (plan_id, ended_at desc, id desc) where ended_at is not null;

-- What happened in a chat, one after the other: what was said, and what the dispatcher did and why.
create table live_entry (
    plan_id     text        not null,
    chat        bigint      not null,
    number      int         not null,
    call        bigint      not null,
    at          timestamptz not null,
    event       text        not null,
    -- who said it: visitor, operator, bot or plan
    author      text,
    operator_id text,
    queue_id    text,
    because     text        not null,
    setting     jsonb,
    words_part  int,
    primary key (plan_id, chat, number),
    foreign key (plan_id, chat) references live_chat on delete cascade
);
create index on live_entry (plan_id, call);

-- Operators as the dispatcher has them.
create table live_operator (
    plan_id     text        not null references live_log on delete cascade,
    operator_id text        not null,
    state       text        not null check (state in ('present', 'away', 'gone')),
    since       timestamptz not null,
    in_use      int         not null,
    chats       int         not null,
    primary key (plan_id, operator_id)
);

-- Doors that are closed besides their hours: paused, or nobody there whom they ask for.
create table live_door (
    plan_id  text not null references live_log on delete cascade,
    door_id  text not null,
    language text not null,
    paused   boolean not null,
    because  text not null,
    primary key (plan_id, door_id, language)
);
