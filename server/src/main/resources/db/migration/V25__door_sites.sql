-- Which sites ask for a door, and where browsers told that a site's policy stops it.
create table door_site (
    plan_id    text not null references plan on delete cascade,
    door_id    text not null,
    site       text not null,
    asked_at   timestamptz,
    blocked_at timestamptz,
    directive  text,
    primary key (plan_id, door_id, site),
    check ((blocked_at is null) = (directive is null))
);
