-- How a file of volumes was read: the way of an accepted file is taken for the next one with the same header.
alter table volume_import
    -- the header's names, with tabs between
    add column header  text,
    -- its columns, what strange names mean, and its time zone
    add column reading jsonb;
