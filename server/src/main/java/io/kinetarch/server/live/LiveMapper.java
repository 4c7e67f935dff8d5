package io.kinetarch.server.live;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.IntStream;
import org.apache.ibatis.annotations.Arg;
import org.apache.ibatis.annotations.ConstructorArgs;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.apache.ibatis.type.ArrayTypeHandler;
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

    /** The first call of a log is of an earlier instant; 0 where there are others already. */
    @Update("""
            update live_call set at = #{since} where plan_id = #{planId} and number = 1
              and (select newest from live_log where plan_id = #{planId}) = 1""")
    int antedate(String planId, Instant since);

    @Update("update plan_revision set made_at = #{since} where plan_id = #{planId}")
    void antedateRevision(String planId, Instant since);

    /** What nobody runs yet has been run so far. */
    @Update("""
            update live_run set done = #{done}, state = #{state}, state_chats = #{chats}::jsonb, state_after = #{done},
                                state_revision = #{revision}, state_decisions = #{decisions}
            where plan_id = #{planId}""")
    void goOnFrom(String planId, byte[] state, String chats, long done, int revision, int decisions);

    /** Tells the database how much there is, which it learns by itself only once a transaction has ended. */
    @Update("analyze live_call, live_given, live_words, live_chat, live_entry, live_operator")
    void analyze();

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
            insert into live_given (plan_id, call, chat, given)
            select #{planId}, call, chat, given
            from jsonb_to_recordset(#{rows}::jsonb) as r(call bigint, chat bigint, given jsonb)""")
    void insertGiven(String planId, String rows);

    @Insert("""
            insert into live_words (plan_id, call, part, words, beside)
            select #{planId}, call, part, words, beside
            from jsonb_to_recordset(#{rows}::jsonb) as r(call bigint, part int, words text, beside jsonb)""")
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

    /** How many calls of all plans are not decided yet. */
    @Select("""
            select coalesce(sum(log.newest - run.done), 0)
            from live_log log join live_run run on run.plan_id = log.plan_id""")
    long callsToDecide();

    @Select("select count(*) from live_chat where ended_at is null")
    long openChats();

    @Select("""
            select plan_id from live_run
            where held_until is null or held_until < now() order by plan_id""")
    List<String> unheld();

    /** Takes the lease where nobody holds it; the term that begins. */
    @Select(value = """
            update live_run set held_until = now() + #{seconds} * interval '1 second', term = term + 1
            where plan_id = #{planId} and (held_until is null or held_until < now())
            returning term""", affectData = true)
    Optional<Long> takeLease(String planId, int seconds);

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
            c.number, c.at, c.kind, c.chat, c.operator, c.detail, g.given::text as given
            from live_call c left join live_given g on g.plan_id = c.plan_id and g.call = c.number
            """;

    @Select("select " + CALL_COLUMNS
            + " where c.plan_id = #{planId} and c.number > #{after} order by c.number limit #{most}")
    List<LoggedCall> callsAfter(String planId, long after, int most);

    /** Calls one after the other, column by column: to map a row each would take longer than to go through them. */
    @SuppressWarnings("ArrayRecordComponent") // a carrier from the driver, never compared
    record Stretch(
            Long[] numbers,
            Long[] millis,
            String[] kinds,
            @Nullable Long[] chats,
            @Nullable String[] operators,
            @Nullable String[] details,
            @Nullable String[] given) {

        List<LoggedCall> calls() {
            return IntStream.range(0, numbers.length)
                    .mapToObj(i -> new LoggedCall(
                            numbers[i],
                            Instant.ofEpochMilli(millis[i]),
                            kinds[i],
                            chats[i],
                            operators[i],
                            details[i],
                            given[i]))
                    .toList();
        }
    }

    @ConstructorArgs({
        @Arg(name = "numbers", column = "numbers", javaType = Long[].class, typeHandler = ArrayTypeHandler.class),
        @Arg(name = "millis", column = "millis", javaType = Long[].class, typeHandler = ArrayTypeHandler.class),
        @Arg(name = "kinds", column = "kinds", javaType = String[].class, typeHandler = ArrayTypeHandler.class),
        @Arg(name = "chats", column = "chats", javaType = Long[].class, typeHandler = ArrayTypeHandler.class),
        @Arg(name = "operators", column = "operators", javaType = String[].class, typeHandler = ArrayTypeHandler.class),
        @Arg(name = "details", column = "details", javaType = String[].class, typeHandler = ArrayTypeHandler.class),
        @Arg(name = "given", column = "given", javaType = String[].class, typeHandler = ArrayTypeHandler.class)
    })
    @Select("""
            select array_agg(number) as numbers, array_agg(floor(extract(epoch from at) * 1000)::bigint) as millis,
                   array_agg(kind) as kinds, array_agg(chat) as chats, array_agg(operator) as operators,
                   array_agg(detail) as details, array_agg(given) as given
            from (select\s""" + CALL_COLUMNS + """
                  where c.plan_id = #{planId} and c.number > #{after} and c.number <= #{until} order by c.number) as calls
            having count(*) > 0""")
    Optional<Stretch> callsBetween(String planId, long after, long until);

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
                sent_by = r."sentBy",
                colleagues = array(select jsonb_array_elements_text(r.colleagues)),
                ways = array(select jsonb_array_elements_text(r.ways)),
                asked = array(select jsonb_array_elements_text(r.asked)),
                queued_at = r."queuedAt", offer_until = r."offerUntil", entries = r.entries,
                waited_millis = r."waitedMillis", ended_at = r."endedAt", outcome = r.outcome
            from jsonb_to_recordset(#{rows}::jsonb) as r(
                id bigint, revision int, stage text, "queueId" text, "operatorId" text, "sentBy" text, colleagues jsonb,
                ways jsonb, asked jsonb, "queuedAt" timestamptz, "offerUntil" timestamptz, entries int, "waitedMillis" bigint,
                "endedAt" timestamptz, outcome text)
            where c.plan_id = #{planId} and c.id = r.id""")
    void updateChats(String planId, String rows);

    @Insert("""
            insert into live_operator (plan_id, operator_id, state, reason, since, in_use, chats, joined, parted)
            select #{planId}, "operatorId", state, reason, since, "inUse", chats,
                   array(select jsonb_array_elements_text(joined)), array(select jsonb_array_elements_text(parted))
            from jsonb_to_recordset(#{rows}::jsonb) as r(
                "operatorId" text, state text, reason text, since timestamptz, "inUse" int, chats int, joined jsonb, parted jsonb)
            on conflict (plan_id, operator_id)
            do update set state = excluded.state, reason = excluded.reason, since = excluded.since, in_use = excluded.in_use, chats = excluded.chats,
                          joined = excluded.joined, parted = excluded.parted""")
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
