package io.kinetarch.server.visit;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

/** Which sites ask for doors. */
@Mapper
interface DoorSiteMapper {
    record StoredSite(
            String doorId,
            String site,
            @Nullable Instant askedAt,
            @Nullable Instant blockedAt,
            @Nullable String directive) {}

    @Insert("""
            insert into door_site (plan_id, door_id, site, asked_at) values (#{planId}, #{door}, #{site}, #{at})
            on conflict (plan_id, door_id, site) do update set asked_at = greatest(door_site.asked_at, excluded.asked_at)""")
    void asked(String planId, String door, String site, Instant at);

    @Insert("""
            insert into door_site (plan_id, door_id, site, blocked_at, directive)
            values (#{planId}, #{door}, #{site}, #{at}, #{directive})
            on conflict (plan_id, door_id, site)
            do update set blocked_at = excluded.blocked_at, directive = excluded.directive""")
    void blocked(String planId, String door, String site, String directive, Instant at);

    @Select("""
            select door_id, site, asked_at, blocked_at, directive from door_site
            where plan_id = #{planId} order by door_id, site""")
    List<StoredSite> all(String planId);
}
