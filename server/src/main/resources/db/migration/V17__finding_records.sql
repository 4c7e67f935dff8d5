-- The text search configuration of a language (BCP 47); words of others are looked for as they are written.
create function words_in(language text) returns regconfig language sql immutable parallel safe return
    case lower(split_part(language, '-', 1))
        when 'ar' then 'pg_catalog.arabic' when 'ca' then 'pg_catalog.catalan' when 'da' then 'pg_catalog.danish'
        when 'de' then 'pg_catalog.german' when 'el' then 'pg_catalog.greek' when 'en' then 'pg_catalog.english'
        when 'es' then 'pg_catalog.spanish' when 'eu' then 'pg_catalog.basque' when 'fi' then 'pg_catalog.finnish'
        when 'fr' then 'pg_catalog.french' when 'ga' then 'pg_catalog.irish' when 'hi' then 'pg_catalog.hindi'
        when 'hu' then 'pg_catalog.hungarian' when 'hy' then 'pg_catalog.armenian' when 'id' then 'pg_catalog.indonesian'
        when 'it' then 'pg_catalog.italian' when 'lt' then 'pg_catalog.lithuanian' when 'nb' then 'pg_catalog.norwegian'
        when 'ne' then 'pg_catalog.nepali' when 'nl' then 'pg_catalog.dutch' when 'nn' then 'pg_catalog.norwegian'
        when 'no' then 'pg_catalog.norwegian' when 'pt' then 'pg_catalog.portuguese' when 'ro' then 'pg_catalog.romanian'
        when 'ru' then 'pg_catalog.russian' when 'sr' then 'pg_catalog.serbian' when 'sv' then 'pg_catalog.swedish'
        when 'ta' then 'pg_catalog.tamil' when 'tr' then 'pg_catalog.turkish' when 'yi' then 'pg_catalog.yiddish'
        else 'pg_catalog.simple'
    end::regconfig;

-- By which words finished chats are found: what was said, answered and told in them, each word as its language stems it.
create table live_found (
    plan_id text     not null,
    chat    bigint   not null,
    words   tsvector not null,
    primary key (plan_id, chat),
    foreign key (plan_id, chat) references live_chat on delete cascade
);
create index on live_found using gin (words);

-- Up to which call of a plan chats can be found.
create table live_found_until (
    plan_id text   primary key references live_log on delete cascade,
    call    bigint not null
);
