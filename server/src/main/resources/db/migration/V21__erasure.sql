-- Chats of which everything is erased that somebody wrote; what is counted of them, and the log, stay.
create table live_erased (
    plan_id text        not null,
    chat    bigint      not null,
    at      timestamptz not null,
    -- null where its time was over
    account text,
    primary key (plan_id, chat),
    foreign key (plan_id, chat) references live_chat on delete cascade
);

-- How long what was said is kept: of the rules that fit a chat, the one with the fewest days.
create table record_retention (
    plan_id text not null references plan on delete cascade,
    -- '' for any
    door_id text not null,
    outcome text not null,
    days    int  not null check (days between 1 and 36500),
    primary key (plan_id, door_id, outcome)
);

-- Whose time may be over.
create index on live_count (plan_id, ended_at);
