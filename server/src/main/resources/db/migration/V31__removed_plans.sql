-- Plans that were removed. Their ids are not given again, so that nothing kept of the one is taken for the other.
create table removed_plan (
    id         text        primary key,
    name       text        not null,
    removed_by bigint      references account on delete set null,
    removed_at timestamptz not null
);
