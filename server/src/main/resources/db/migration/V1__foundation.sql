create table account (
    id            bigint generated always as identity primary key,
    name          text        not null check (name = lower(name) and length(name) between 1 and 100),
    display_name  text        not null check (length(display_name) between 1 and 100),
    role          text        not null check (role in ('ADMINISTRATOR', 'PLANNER', 'OPERATOR', 'VIEWER')),
    password_hash text        not null,
    created_at    timestamptz not null default now(),
    unique (name)
);

create table api_token (
    id           bigint generated always as identity primary key,
    account_id   bigint      not null references account on delete cascade,
    label        text        not null check (length(label) between 1 and 100),
    token_hash   bytea       not null unique,
    scopes       text[]      not null check (cardinality(scopes) > 0),
    created_at   timestamptz not null default now(),
    last_used_at timestamptz
);
create index on api_token (account_id);

-- The tables of Spring Session, as its own schema-postgresql.sql makes them.
create table spring_session (
    primary_id            char(36) not null primary key,
    session_id            char(36) not null,
    creation_time         bigint   not null,
    last_access_time      bigint   not null,
    max_inactive_interval int      not null,
    expiry_time           bigint   not null,
    principal_name        varchar(100)
);
create unique index on spring_session (session_id);
create index on spring_session (expiry_time);
create index on spring_session (principal_name);

create table spring_session_attributes (
    session_primary_id char(36)     not null references spring_session on delete cascade,
    attribute_name     varchar(200) not null,
    attribute_bytes    bytea        not null,
    primary key (session_primary_id, attribute_name)
);

create table plan (
    id            text        primary key check (id ~ '^[a-z0-9][a-z0-9-]{0,62}$'),
    draft         jsonb       not null,
    -- counts the changes of the draft, so that whoever goes live goes live with what they saw
    draft_change  bigint      not null default 0,
    -- counts the changes of the stored volumes, so that results derived from them can be kept until it moves
    volume_change bigint      not null default 0,
    created_at    timestamptz not null default now()
);

-- A revision never changes; the newest one is live.
create table plan_revision (
    plan_id      text        not null references plan on delete cascade,
    number       int         not null check (number > 0),
    document     jsonb       not null,
    draft_change bigint      not null,
    note         text        not null,
    made_by      bigint      references account on delete set null,
    made_at      timestamptz not null default now(),
    primary key (plan_id, number)
);

-- What one person changed in a draft at one time, kept for good. Taking a change back is a change too.
create table plan_change (
    plan_id text        not null references plan on delete cascade,
    change  bigint      not null,
    words   text        not null,
    undoes  bigint,
    redoes  bigint,
    made_by bigint      references account on delete set null,
    made_at timestamptz not null default now(),
    primary key (plan_id, change),
    foreign key (plan_id, undoes) references plan_change,
    foreign key (plan_id, redoes) references plan_change,
    check (undoes is null or redoes is null)
);
create index on plan_change (plan_id, made_by, change);

-- The elements of a change. One that nobody has changed has version 1; each change makes the next. The element after it in
-- its list says where it stood.
create table plan_edit (
    plan_id     text   not null,
    change      bigint not null,
    kind        text   not null,
    element_id  text   not null,
    version     int    not null check (version > 1),
    before      jsonb,
    before_next text,
    after       jsonb,
    after_next  text,
    primary key (plan_id, change, kind, element_id),
    unique (plan_id, kind, element_id, version),
    foreign key (plan_id, change) references plan_change on delete cascade,
    check (before is not null or after is not null)
);

-- Operators' pictures, made small and plain on arrival, by the SHA-256 of their JPEG.
create table picture (
    hash    text  primary key check (hash ~ '^[0-9a-f]{64}$'),
    jpeg    bytea not null,
    made_at timestamptz not null default now()
);

create table volume (
    plan_id          text        not null references plan on delete cascade,
    starts_at        timestamptz not null,
    queue_id         text        not null,
    -- '' where the door is not known
    door_id          text        not null,
    -- '' where they are not known
    language         text        not null,
    topic            text        not null,
    chats            int         not null check (chats >= 0),
    handling_seconds double precision check (handling_seconds >= 0),
    primary key (plan_id, starts_at, queue_id, door_id, language, topic)
);

-- A file that was read and waits to be accepted or discarded.
create table volume_import (
    id        bigint generated always as identity primary key,
    plan_id   text        not null references plan on delete cascade,
    file_name text        not null,
    made_by   bigint      references account on delete set null,
    made_at   timestamptz not null default now()
);
create index on volume_import (plan_id);

create table volume_import_count (
    import_id        bigint      not null references volume_import on delete cascade,
    starts_at        timestamptz not null,
    queue_id         text        not null,
    door_id          text        not null,
    -- '' where they are not known
    language         text        not null,
    topic            text        not null,
    chats            int         not null check (chats >= 0),
    handling_seconds double precision check (handling_seconds >= 0),
    primary key (import_id, starts_at, queue_id, door_id, language, topic)
);
