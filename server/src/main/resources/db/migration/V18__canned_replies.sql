-- Replies that are kept ready: of all operators, of a department, or of one operator alone.
create table canned_reply (
    id            bigint      generated always as identity primary key,
    plan_id       text        not null references plan on delete cascade,
    shortcut      text        not null,
    -- one of the two at most; neither for all
    department_id text,
    operator_id   text,
    -- words by language
    texts         jsonb       not null,
    version       int         not null default 1,
    uses          int         not null default 0,
    used_at       timestamptz,
    check (department_id is null or operator_id is null)
);
create unique index on canned_reply (plan_id, coalesce(department_id, ''), coalesce(operator_id, ''), lower(shortcut));
