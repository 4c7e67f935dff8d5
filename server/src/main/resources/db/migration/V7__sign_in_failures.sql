-- Sign-ins that failed, by which further ones have to wait.
create table sign_in_failure (
    id      bigint generated always as identity primary key,
    account text        not null,
    address text        not null,
    at      timestamptz not null
);
create index on sign_in_failure (account, at);
create index on sign_in_failure (address, at);
