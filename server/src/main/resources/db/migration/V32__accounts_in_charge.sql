-- An account that is disabled can do nothing until it is enabled again.
alter table account add column disabled boolean not null default false;

-- Tokens end; those from before have a year.
alter table api_token add column expires_at timestamptz;
update api_token set expires_at = now() + interval '366 days';
alter table api_token alter column expires_at set not null;
