package io.kinetarch.server.live;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.apache.ibatis.cursor.Cursor;
import org.jspecify.annotations.Nullable;

/** Rows travel to the database as one JSON array a statement, which is one round trip for hundreds of them. */
@Mapper
interface LiveMapper {
    // The log

    record LogEnd(long newest, Instant newestAt) {}

    record KnownCall(@Nullable Long chat, UUID key, long number) {}

    record KnownChat(long id, UUID key) {}

    @Insert("insert into live_log (plan_id, newest_at) values (#{planId}, #{at}) on conflict do nothing")
    void begin(String planId, Instant at);

    @Insert("insert into live_run (plan_id) values (#{planId}) on conflict do nothing")
    void beginRun(String planId);

    @Select("select newest, newest_at from live_log where plan_id = #{planId} for update")
    Optional<LogEnd> lock(String planId);

    @Update("update live_log set newest = #{newest}, newest_at = #{at} where plan_id = #{planId}")
    void grow(String planId, long newest, Instant at);

    @Update("update live_log set revision = #{revision} where plan_id = #{planId}")
    void wentLive(String planId, int revision);

    record LiveRevision(String planId, int revision) {}

    /** Plans that went live by a revision of which their log does not know. */
    @Select("""
            select r.plan_id, max(r.number) as revision
            from plan_revision r left join live_log l on l.plan_id = r.plan_id
            group by r.plan_id, l.revision
            having max(r.number) > coalesce(l.revision, 0)""")
    List<LiveRevision> unlogged();

    @Select("""
            select chat, key, number from live_call
            where plan_id = #{planId} and (chat, key) in (
                select chat, key from jsonb_to_recordset(#{keys}::jsonb) as r(chat bigint, key uuid))""")
    List<KnownCall> known(String planId, String keys);

    @Select("""
            select id, key from live_chat
            where plan_id = #{planId} and key in (select r.key from jsonb_to_recordset(#{keys}::jsonb) as r(key uuid))""")
    List<KnownChat> knownChats(String planId, String keys);

    @Insert("""
            insert into live_call (plan_id, number, at, decisions, kind, chat, operator, detail, key)
            select #{planId}, number, at, #{decisions}, kind, chat, operator, detail, key
            from jsonb_to_recordset(#{calls}::jsonb) as r(
                number bigint, at timestamptz, kind text, chat bigint, operator text, detail text, key uuid)""")
    void insertCalls(String planId, int decisions, String calls);

    @Insert("""
            insert into live_given (plan_id, call, given)
            select #{planId}, call, given from jsonb_to_recordset(#{rows}::jsonb) as r(call bigint, given jsonb)""")
    void insertGiven(String planId, String rows);

    @Insert("""
            insert into live_words (plan_id, call, part, words)
            select #{planId}, call, part, words
            from jsonb_to_recordset(#{rows}::jsonb) as r(call bigint, part int, words text)""")
    void insertWords(String planId, String rows);

    @Insert("""
            insert into live_chat (plan_id, id, door_id, language, key, token_hash, arrived_at)
            select #{planId}, id, "doorId", language, key, decode("tokenHash", 'hex'), "arrivedAt"
            from jsonb_to_recordset(#{rows}::jsonb) as r(
                id bigint, "doorId" text, language text, key uuid, "tokenHash" text, "arrivedAt" timestamptz)""")
    void insertChats(String planId, String rows);

    @Select("select pg_notify(#{channel}, #{said})")
    String notify(String channel, String said);

    // The run

    /**
     * How far a run is.
     *
     * @param stateAfter number of the call after which the state was taken; null where there is none
     */
    @SuppressWarnings("ArrayRecordComponent") // a carrier from the driver, never compared
    record RunStands(
            long done,
            long term,
            byte @Nullable [] state,
            @Nullable String stateChats,
            @Nullable Long stateAfter,
            @Nullable Integer stateRevision,
            @Nullable Integer stateDecisions) {}

    @Select("""
            select plan_id from live_run
            where held_until is null or held_until < now() order by plan_id""")
    List<String> unheld();

    /** Takes the lease where nobody holds it; the term that begins. */
    @Select(value = """
            update live_run set holder = #{holder}, held_until = now() + #{seconds} * interval '1 second', term = term + 1
            where plan_id = #{planId} and (held_until is null or held_until < now())
            returning term""", affectData = true)
    Optional<Long> takeLease(String planId, String holder, int seconds);

    @Update("""
            update live_run set held_until = now() + #{seconds} * interval '1 second'
            where plan_id = #{planId} and term = #{term} and held_until is not null""")
    int keepLease(String planId, long term, int seconds);

    @Update("update live_run set held_until = null where plan_id = #{planId} and term = #{term}")
    void giveUpLease(String planId, long term);

    @Select("""
            select done, term, state, state_chats::text as state_chats, state_after, state_revision, state_decisions
            from live_run where plan_id = #{planId}""")
    RunStands stands(String planId);

    @Update("""
            update live_run set done = #{done}, held_until = now() + #{seconds} * interval '1 second'
            where plan_id = #{planId} and term = #{term} and done = #{before} and held_until is not null""")
    int proceed(String planId, long term, long before, long done, int seconds);

    @Update("""
            update live_run set state = #{state}, state_chats = #{chats}::jsonb, state_after = #{after},
                                state_revision = #{revision}, state_decisions = #{decisions}
            where plan_id = #{planId} and term = #{term} and done = #{after}""")
    int storeState(String planId, long term, byte[] state, String chats, long after, int revision, int decisions);

    String CALL_COLUMNS = """
            c.number, c.at, c.decisions, c.kind, c.chat, c.operator, c.detail, c.key, g.given::text as given
            from live_call c left join live_given g on g.plan_id = c.plan_id and g.call = c.number
            """;

    @Select("select " + CALL_COLUMNS
            + " where c.plan_id = #{planId} and c.number > #{after} order by c.number limit #{most}")
    List<LoggedCall> callsAfter(String planId, long after, int most);

    @Select("select " + CALL_COLUMNS
            + " where c.plan_id = #{planId} and c.number > #{after} and c.number <= #{until} order by c.number")
    @Options(fetchSize = 5000)
    Cursor<LoggedCall> callsBetween(String planId, long after, long until);

    @Select("""
            select coalesce(bool_and(decisions = #{decisions}), true) from live_call
            where plan_id = #{planId} and number > #{after} and number <= #{until}""")
    boolean isUnder(String planId, int decisions, long after, long until);

    @Select("""
            select detail::int from live_call where plan_id = #{planId} and kind = 'plan' and number <= #{until}
            order by number desc limit 1""")
    Optional<Integer> revisionAt(String planId, long until);

    /** Turns a call that the dispatcher fails at into time that passes. */
    @Update("""
            update live_call set kind = 'pass-time', refusal = #{why} where plan_id = #{planId} and number = #{number}""")
    void setAside(String planId, long number, String why);

    @Insert("""
            insert into live_entry (plan_id, chat, number, call, at, event, author, operator_id, queue_id, because, setting,
                                    words_part)
            select #{planId}, chat, number, call, at, event, author, "operatorId", "queueId", because, setting, "wordsPart"
            from jsonb_to_recordset(#{rows}::jsonb) as r(
                chat bigint, number int, call bigint, at timestamptz, event text, author text, "operatorId" text,
                "queueId" text, because text, setting jsonb, "wordsPart" int)""")
    void insertEntries(String planId, String rows);

    @Update("""
            update live_chat c
            set revision = r.revision, stage = r.stage, queue_id = r."queueId", operator_id = r."operatorId",
                colleagues = array(select jsonb_array_elements_text(r.colleagues)),
                ways = array(select jsonb_array_elements_text(r.ways)),
                asked = array(select jsonb_array_elements_text(r.asked)),
                queued_at = r."queuedAt", offer_until = r."offerUntil", entries = r.entries,
                waited_millis = r."waitedMillis", ended_at = r."endedAt", outcome = r.outcome
            from jsonb_to_recordset(#{rows}::jsonb) as r(
                id bigint, revision int, stage text, "queueId" text, "operatorId" text, colleagues jsonb, ways jsonb,
                asked jsonb, "queuedAt" timestamptz, "offerUntil" timestamptz, entries int, "waitedMillis" bigint,
                "endedAt" timestamptz, outcome text)
            where c.plan_id = #{planId} and c.id = r.id""")
    void updateChats(String planId, String rows);

    @Insert("""
            insert into live_operator (plan_id, operator_id, state, since, in_use, chats)
            select #{planId}, "operatorId", state, since, "inUse", chats
            from jsonb_to_recordset(#{rows}::jsonb) as r(
                "operatorId" text, state text, since timestamptz, "inUse" int, chats int)
            on conflict (plan_id, operator_id)
            do update set state = excluded.state, since = excluded.since, in_use = excluded.in_use, chats = excluded.chats""")
    void storeOperators(String planId, String rows);

    @Delete("delete from live_door where plan_id = #{planId}")
    void openDoors(String planId);

    @Insert("""
            insert into live_door (plan_id, door_id, language, paused, because)
            select #{planId}, "doorId", language, paused, because
            from jsonb_to_recordset(#{rows}::jsonb) as r("doorId" text, language text, paused boolean, because text)""")
    void closeDoors(String planId, String rows);

    @Update("""
            update live_call c set refusal = r.refusal
            from jsonb_to_recordset(#{rows}::jsonb) as r(number bigint, refusal text)
            where c.plan_id = #{planId} and c.number = r.number""")
    void refuse(String planId, String rows);

    /** A chat that is not over, as a run has to know it besides what the dispatcher does. */
    record OpenChat(
            long id,
            String doorId,
            String language,
            @Nullable String stage,
            @Nullable String queueId,
            @Nullable String operatorId,
            String colleagues,
            String asked,
            @Nullable Instant queuedAt,
            @Nullable Instant offerUntil,
            int entries,
            @Nullable Instant endedAt,
            @Nullable String outcome,
            @Nullable Long waitedMillis,
            Instant arrivedAt,
            @Nullable String given) {}

    @Select("""
            select c.id, c.door_id, c.language, c.stage, c.queue_id, c.operator_id,
                   array_to_string(c.colleagues, ',') as colleagues, array_to_string(c.asked, ',') as asked,
                   c.queued_at, c.offer_until, c.entries, c.ended_at, c.outcome, c.waited_millis, c.arrived_at,
                   g.given::text as given
            from live_chat c left join live_given g on g.plan_id = c.plan_id and g.call = c.id
            where c.plan_id = #{planId} and c.stage <> 'OVER' order by c.id""")
    List<OpenChat> openChats(String planId);

    record StoredOperator(String operatorId, String state, Instant since) {}

    @Select("select operator_id, state, since from live_operator where plan_id = #{planId} order by operator_id")
    List<StoredOperator> operators(String planId);

    @Select("select distinct door_id from live_door where plan_id = #{planId} and paused order by door_id")
    List<String> pausedDoors(String planId);

    @Select("select done from live_run where plan_id = #{planId}")
    Optional<Long> done(String planId);

    @Select("""
            select number, refusal as words from live_call
            where plan_id = #{planId} and number > #{after} and number <= #{until} and refusal is not null""")
    List<Refused> refused(String planId, long after, long until);

    record Refused(long number, String words) {}
}
