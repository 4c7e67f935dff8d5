-- What simulation foretold of a revision, when it went live, for the first whole week of its own.
create table foretold (
    plan_id  text  not null,
    revision int   not null,
    monday   date  not null,
    document jsonb not null,
    primary key (plan_id, revision),
    foreign key (plan_id, revision) references plan_revision on delete cascade
);
