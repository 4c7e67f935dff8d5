-- What touches who may do what, and who took what out of here, as administrators see it.
create table security_event (
    id      bigint generated always as identity primary key,
    at      timestamptz not null,
    kind    text        not null,
    account text        not null,
    about   text,
    address text        not null
);
create index on security_event (at desc);

-- Whoever is invited has no password yet.
alter table account alter column password_hash drop not null;

-- A link that lets its holder set an account's password once; only its digest is kept.
create table password_link (
    token_hash bytea       primary key,
    account_id bigint      not null unique references account on delete cascade,
    ends_at    timestamptz not null
);

-- The secret of codes by time (RFC 6238), and the last time step that one was taken of.
alter table account
    add column second_factor        bytea,
    add column second_factor_step   bigint  not null default 0,
    add column second_factor_needed boolean not null default false;

-- Codes that stand in for it once each, for whoever has lost the device; only their digests are kept.
create table recovery_code (
    account_id bigint not null references account on delete cascade,
    code_hash  bytea  not null,
    primary key (account_id, code_hash)
);
