-- Of which chat something was given: all of one is asked for when its record is read.
alter table live_given add column chat bigint;
update live_given g set chat = coalesce(c.chat, c.number) from live_call c where c.plan_id = g.plan_id and c.number = g.call;
alter table live_given alter column chat set not null;
create index on live_given (plan_id, chat);

-- What is counted of a chat that has ended, apart from what was said in it: it stays when that is erased.
create table live_count (
    plan_id     text        not null,
    chat        bigint      not null,
    arrived_at  timestamptz not null,
    ended_at    timestamptz not null,
    -- when it came, where the plan is: the day, and which of its half-hours from 0 to 47
    day         date        not null,
    half_hour   smallint    not null,
    door_id     text        not null,
    language    text        not null,
    -- what the visitor chose or the bot understood
    topic       text,
    -- in which it waited last, and first
    queue_id    text,
    first_queue text,
    -- who had it last
    operator_id text,
    outcome     text        not null,
    answered    boolean     not null,
    waited_millis      int not null,
    first_reply_millis int,
    bot_millis         int not null,
    handled_millis     int not null,
    wrap_up_millis     int not null,
    transfers          smallint not null,
    rating             smallint,
    primary key (plan_id, chat),
    foreign key (plan_id, chat) references live_chat on delete cascade
);
create index on live_count (plan_id, day, half_hour);

-- The times that operators had chats.
create table live_stint (
    plan_id     text        not null,
    chat        bigint      not null,
    part        smallint    not null,
    operator_id text        not null,
    queue_id    text,
    -- called in besides the one who held it
    besides     boolean     not null,
    from_at     timestamptz not null,
    until_at    timestamptz not null,
    wrap_up_millis         int not null,
    longest_silence_millis int not null,
    lines       int         not null,
    -- it ended while a question of the visitor's was unanswered
    left_open   boolean     not null,
    primary key (plan_id, chat, part),
    foreign key (plan_id, chat) references live_count on delete cascade
);
create index on live_stint (plan_id, operator_id, from_at);

-- Offers that came to nothing.
create table live_missed_offer (
    plan_id     text        not null,
    chat        bigint      not null,
    part        smallint    not null,
    operator_id text        not null,
    queue_id    text,
    at          timestamptz not null,
    declined    boolean     not null,
    primary key (plan_id, chat, part),
    foreign key (plan_id, chat) references live_count on delete cascade
);
create index on live_missed_offer (plan_id, at);

-- Since when operators were present, away or gone.
create table live_presence (
    plan_id     text        not null references live_log on delete cascade,
    operator_id text        not null,
    at          timestamptz not null,
    state       text        not null,
    primary key (plan_id, operator_id, at)
);

-- How chats are counted in reports.
create table report_way (
    plan_id       text primary key references plan on delete cascade,
    against       text not null,
    short_seconds int  not null
);

-- Chats that can be found by their words are counted, too: all are gone through anew.
alter table live_found_until rename to live_kept_until;
delete from live_kept_until;
