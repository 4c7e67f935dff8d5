-- Queues that an operator has joined or left for as long as they are here.
alter table live_operator
    add column joined text[] not null default '{}',
    add column parted text[] not null default '{}';

-- Who sent a chat on that nobody has taken since, and may take it back.
alter table live_chat add column sent_by text;

-- Nobody reads it: the term tells one holder from the next.
alter table live_run drop column holder;

-- What takes the place of a removed element wherever it was used.
alter table plan_edit add column replacement text;

-- The queues in which chats of queues go on that the revision before had, by the ids of those.
alter table plan_revision add column replaced jsonb not null default '{}';
