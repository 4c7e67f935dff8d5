package io.kinetarch.server.letter;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface LetterMapper {
    /** Chats that were left with a message, a wish to be called back, or without anybody having answered; those last. */
    @Select("""
            select c.id from live_chat c
            where c.plan_id = #{planId} and c.outcome in ('LEFT_MESSAGE', 'ASKED_CALL_BACK', 'GAVE_UP') and c.ended_at > #{since}
              and not exists (select 1 from letter l where l.plan_id = c.plan_id and l.chat = c.id)
              and not exists (select 1 from left_behind_closed d where d.plan_id = c.plan_id and d.chat = c.id)
            order by c.outcome = 'GAVE_UP', c.ended_at limit #{most}""")
    List<Long> leftBehind(String planId, Instant since, int most);

    /** Closes a chat that nobody has answered or closed; 0 where somebody has. */
    @Update("""
            insert into left_behind_closed (plan_id, chat, operator_id, at)
            select #{planId}, #{chat}, #{operator}, #{at}
            where not exists (select 1 from letter where plan_id = #{planId} and chat = #{chat})
            on conflict do nothing""")
    int close(String planId, long chat, String operator, Instant at);

    /** Closes all that were left before an instant. */
    @Update("""
            insert into left_behind_closed (plan_id, chat, operator_id, at)
            select plan_id, id, #{operator}, #{before} from live_chat
            where plan_id = #{planId} and outcome in ('LEFT_MESSAGE', 'ASKED_CALL_BACK', 'GAVE_UP') and ended_at < #{before}
            on conflict do nothing""")
    void closeBefore(String planId, Instant before, String operator);

    @Select("select operator_id from left_behind_closed where plan_id = #{planId} and chat = #{chat}")
    Optional<String> closedBy(String planId, long chat);

    /** A letter to be sent. */
    record NewLetter(
            String planId,
            long chat,
            String key,
            String operatorId,
            Instant writtenAt,
            String language,
            String recipient,
            String subject,
            String words,
            Instant validUntil) {}

    /** Stores the answer to a chat that nobody has answered or closed; 0 where somebody has. */
    @Insert("""
            insert into letter (plan_id, chat, key, operator_id, written_at, language, recipient, subject, words, valid_until, next_try)
            select #{planId}, #{chat}, #{key}::uuid, #{operatorId}, #{writtenAt}, #{language}, #{recipient}, #{subject}, #{words},
                   #{validUntil}, #{writtenAt}
            where not exists (select 1 from left_behind_closed where plan_id = #{planId} and chat = #{chat})
            on conflict do nothing""")
    int insert(NewLetter letter);

    /**
     * A letter.
     *
     * @param tokenHash of the token in its link; null before the first try
     * @param trouble why it is not sent; null where it is, or nothing has gone wrong yet
     */
    @SuppressWarnings("ArrayRecordComponent") // a carrier from the driver, never compared
    record StoredLetter(
            long id,
            String planId,
            long chat,
            String key,
            String operatorId,
            Instant writtenAt,
            String language,
            String recipient,
            String subject,
            String words,
            byte @Nullable [] tokenHash,
            Instant validUntil,
            @Nullable Instant sentAt,
            int tries,
            @Nullable Instant nextTry,
            @Nullable String trouble) {}

    String LETTER = """
            select id, plan_id, chat, key::text as key, operator_id, written_at, language, recipient, subject, words, token_hash, valid_until,
                   sent_at, tries, next_try, trouble
            from letter
            """;

    @Select(LETTER + " where plan_id = #{planId} and chat = #{chat} order by id")
    List<StoredLetter> ofChat(String planId, long chat);

    @Select(LETTER + " where plan_id = #{planId} and id = #{id}")
    Optional<StoredLetter> find(String planId, long id);

    /** Letters that could not be sent so far, or ever; the newest first. */
    @Select(LETTER
            + " where plan_id = #{planId} and sent_at is null and trouble is not null order by id desc limit #{most}")
    List<StoredLetter> unsent(String planId, int most);

    /** The letter that is due longest, which nobody else sends meanwhile. */
    @Select(LETTER + " where next_try <= #{now} order by next_try, id limit 1 for update skip locked")
    Optional<StoredLetter> due(Instant now);

    @Update(
            "update letter set sent_at = #{at}, tries = tries + 1, next_try = null, trouble = null, token_hash = #{hash} where id = #{id}")
    void sent(long id, Instant at, byte[] hash);

    @Update("update letter set tries = tries + 1, next_try = #{next}, trouble = #{trouble} where id = #{id}")
    void failed(long id, @Nullable Instant next, String trouble);

    /** 0 where it is sent already, or there is none. */
    @Update("update letter set next_try = #{now} where plan_id = #{planId} and chat = #{chat} and sent_at is null")
    int again(String planId, long chat, Instant now);

    @Update("update live_chat set goes_on = #{earlier} where plan_id = #{planId} and id = #{chat} and goes_on is null")
    void goesOn(String planId, long chat, long earlier);

    @Select("select goes_on from live_chat where plan_id = #{planId} and id = #{chat} and goes_on is not null")
    Optional<Long> earlier(String planId, long chat);
}
