package io.kinetarch.server.scenario;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface QuestionMapper {
    /**
     * A question.
     *
     * @param asked as JSON
     * @param answer as JSON; null where it has none
     */
    record StoredQuestion(long id, String asked, @Nullable String answer, Instant madeAt) {}

    @Select("""
            select id, asked::text as asked, answer::text as answer, made_at from question where plan_id = #{planId}
            order by id desc""")
    List<StoredQuestion> all(String planId);

    @Select("""
            select id, asked::text as asked, answer::text as answer, made_at from question
            where plan_id = #{planId} and id = #{id}""")
    Optional<StoredQuestion> find(String planId, long id);

    @Select(value = """
            insert into question (plan_id, asked, made_at) values (#{planId}, #{asked}::jsonb, #{now}) returning id""", affectData = true)
    long insert(String planId, String asked, Instant now);

    @Update("update question set answer = #{answer}::jsonb where plan_id = #{planId} and id = #{id}")
    int answer(String planId, long id, @Nullable String answer);

    @Delete("delete from question where plan_id = #{planId} and id = #{id}")
    int delete(String planId, long id);
}
