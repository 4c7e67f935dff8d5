-- Who read, took out or erased what visitors wrote, and when; kept when what was written is gone.
create table record_reading (
    id      bigint generated always as identity primary key,
    plan_id text        not null references plan on delete cascade,
    at      timestamptz not null,
    account text        not null,
    what    text        not null,
    chat    bigint,
    detail  text
);
create index on record_reading (plan_id, chat, at desc);
create index on record_reading (plan_id, at desc);

-- Chats of today, and of any day on which they came.
create index on live_chat (plan_id, arrived_at);
