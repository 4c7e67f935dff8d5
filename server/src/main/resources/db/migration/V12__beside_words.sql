-- What stands below words of a bot: buttons and a picture.
alter table live_words add column beside jsonb;
