package io.kinetarch.server.job;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface JobMapper {
    /** What a job is doing. */
    enum State {
        WAITING,
        RUNNING,
        DONE,
        CANCELLED,
        FAILED
    }

    /**
     * A job as its asker sees it.
     *
     * @param done steps, of how many
     * @param subject what of the plan it is about; empty for all of it
     * @param said how it stands, in words
     * @param failure why it failed; null if it did not
     */
    record Job(
            long id,
            String kind,
            String subject,
            State state,
            int done,
            int steps,
            String said,
            @Nullable String failure,
            Instant madeAt,
            @Nullable Instant endedAt) {}

    /**
     * What is to be done.
     *
     * @param cancelWanted whether somebody wants it no more
     */
    record Task(String planId, String kind, String subject, boolean cancelWanted) {}

    /** A new job; none where one of the kind and subject waits or runs already. */
    @Select(value = """
            insert into job (plan_id, kind, subject, made_at) values (#{planId}, #{kind}, #{subject}, #{now})
            on conflict (plan_id, kind, subject) where state in ('WAITING', 'RUNNING') do nothing returning id""", affectData = true)
    Optional<Long> insert(String planId, String kind, String subject, Instant now);

    @Select("""
            select exists (
                select from job where plan_id = #{planId} and kind = #{kind} and state in ('CANCELLED', 'FAILED')
                                  and ended_at >= #{since})""")
    boolean stoppedSince(String planId, String kind, Instant since);

    @Select("select count(*) from job where state = #{state}")
    long count(String state);

    @Select("""
            select id, kind, subject, state, done, steps, said, failure, made_at, ended_at from job
            where plan_id = #{planId} order by id desc limit #{most}""")
    List<Job> newest(String planId, int most);

    /** A job that is not ended. */
    @Select("""
            select plan_id, kind, subject, cancel_wanted from job where id = #{id} and state in ('WAITING', 'RUNNING')""")
    Optional<Task> find(long id);

    /** Notes that work on it has begun, perhaps anew. */
    @Update("update job set state = 'RUNNING' where id = #{id} and state in ('WAITING', 'RUNNING')")
    int take(long id);

    /** Notes how far it is; whether it should go on. */
    @Select(value = """
            update job set done = #{done}, steps = #{steps}, said = #{said} where id = #{id} returning not cancel_wanted""", affectData = true)
    boolean report(long id, int done, int steps, String said);

    @Update("update job set state = #{state}, failure = #{failure}, ended_at = #{now} where id = #{id}")
    void end(long id, State state, @Nullable String failure, Instant now);

    @Update("""
            update job set cancel_wanted = true
            where plan_id = #{planId} and id = #{id} and state in ('WAITING', 'RUNNING')""")
    int cancel(String planId, long id);
}
