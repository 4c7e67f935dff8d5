-- Whose volumes are counted from the chats that a live plan had, and of which days that was done.
create table volume_recording (
    plan_id   text    primary key references plan on delete cascade,
    wanted    boolean not null default true,
    first_day date,
    last_day  date,
    check ((first_day is null) = (last_day is null))
);
