package io.kinetarch.server.canned;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface CannedMapper {
    /**
     * A reply as it is kept.
     *
     * @param departmentId whose it is; null with a null operator for all
     * @param texts words by language, as JSON
     */
    record StoredReply(
            long id,
            String shortcut,
            @Nullable String departmentId,
            @Nullable String operatorId,
            String texts,
            int version,
            int uses,
            @Nullable Instant usedAt) {}

    String REPLY = """
            select id, shortcut, department_id, operator_id, texts::text as texts, version, uses, used_at from canned_reply
            """;

    /** Those of all, of departments, and of one operator. */
    @Select(
            REPLY
                    + " where plan_id = #{planId} and (operator_id is null or operator_id = #{operator}) order by lower(shortcut), id")
    List<StoredReply> all(String planId, @Nullable String operator);

    @Select(REPLY + " where plan_id = #{planId} and id = #{id}")
    Optional<StoredReply> find(String planId, long id);

    /** A reply that is new. */
    record NewReply(
            String planId,
            String shortcut,
            @Nullable String departmentId,
            @Nullable String operatorId,
            String texts) {}

    /** None where another has the same shortcut for the same people. */
    @Select("""
            insert into canned_reply (plan_id, shortcut, department_id, operator_id, texts)
            values (#{planId}, #{shortcut}, #{departmentId}, #{operatorId}, #{texts}::jsonb)
            on conflict do nothing returning id""")
    Optional<Long> insert(NewReply reply);

    /** Puts the texts of a file in the place of those of the same shortcut for the same people. */
    @Update("""
            insert into canned_reply (plan_id, shortcut, department_id, operator_id, texts)
            values (#{planId}, #{shortcut}, #{departmentId}, #{operatorId}, #{texts}::jsonb)
            on conflict (plan_id, coalesce(department_id, ''), coalesce(operator_id, ''), lower(shortcut))
            do update set texts = excluded.texts, version = canned_reply.version + 1""")
    void put(NewReply reply);

    /** 0 where somebody has changed it since, or it is gone. */
    @Update("""
            update canned_reply set shortcut = #{reply.shortcut}, department_id = #{reply.departmentId},
                                    operator_id = #{reply.operatorId}, texts = #{reply.texts}::jsonb, version = version + 1
            where plan_id = #{reply.planId} and id = #{id} and version = #{version}""")
    int update(long id, int version, NewReply reply);

    @Delete("delete from canned_reply where plan_id = #{planId} and id = #{id}")
    int delete(String planId, long id);

    @Update("update canned_reply set uses = uses + 1, used_at = #{at} where plan_id = #{planId} and id = #{id}")
    void used(String planId, long id, Instant at);
}
