package io.kinetarch.core.inspection;

import java.util.Locale;

/** What the plan check can find. Names outlive versions: plans keep them with the findings that someone decided to live with. */
public enum FindingCode {
    SEATS_EXCEEDED,
    CATCH_ALL_WITHOUT_MEMBERS,
    QUEUE_WITHOUT_MEMBERS,
    QUEUE_TOO_HEAVY,
    QUEUE_NOT_REACHED,
    OVERFLOW_CIRCLE,
    MOVE_CIRCLE,
    WAY_TO_UNSTAFFED_QUEUE,
    WINDOWS_OVERLAP,
    OPERATOR_WITHOUT_ROOM,
    TRANSFER_CIRCLE,
    NEVER_OPEN,
    HOLIDAYS_UNDECIDED,
    UNSERVED_TIMES,
    UNSERVED_CHATS,
    ONE_PERSON_IS_ALL,
    OPERATOR_NEVER_PRESENT,
    DOOR_OPEN_ALONE,
    SKILL_NOT_HELD,
    RULES_NOT_ANALYSED,
    RULE_NEVER_MATCHES,
    RULES_OVERLAP,
    RULE_DOOR_ELSEWHERE,
    DEPARTMENT_WITHOUT_QUEUE,
    OPERATOR_WITHOUT_QUEUE,
    NAMESAKES,
    LANGUAGE_NOT_SPOKEN,
    LIMIT_IDLE,
    DOOR_TEXT_MISSING,
    CLOSED_TEXT_WITHOUT_OPENING,
    REPLY_TIME_PROMISED,
    MESSAGE_FORM_EMPTY,
    ADDRESS_IS_A_WALL,
    MANY_QUESTIONS,
    CONTRAST_TOO_LOW,
    PATTERN_MATCHES_ALL,
    PAGES_CLAIMED_TWICE,
    NO_SITE_ALLOWED,
    PAGE_ON_NO_ALLOWED_SITE,
    RUNGS_OUT_OF_ORDER,
    RUNGS_AFTER_THE_END,
    RUNG_TOO_LATE,
    RUNG_TEXT_MISSING,
    RUNG_WITHOUT_EFFECT,
    REPLY_TIMEOUT_LONG,
    SILENCE_TIMEOUT_SHORT;

    /** As documents write it: "queue-without-members". */
    public String key() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
