-- How often invitations of doors were shown, and what visitors did with them; nothing of the visitors.
create table live_invitation (
    plan_id    text not null references plan on delete cascade,
    door_id    text not null,
    invitation text not null,
    day        date not null,
    shown      int  not null default 0,
    opened     int  not null default 0,
    dismissed  int  not null default 0,
    primary key (plan_id, door_id, invitation, day)
);
