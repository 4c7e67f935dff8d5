package io.kinetarch.server.outgoing;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface TicketMapper {
    /** A ticket that is new. */
    record NewTicket(String planId, long chat, String key, String recipient, String subject, String by, Instant at) {}

    /** None where it was made before under its key. */
    @Select("""
            insert into ticket (plan_id, chat, key, recipient, subject, by_name, at)
            values (#{planId}, #{chat}, #{key}::uuid, #{recipient}, #{subject}, #{by}, #{at})
            on conflict do nothing returning id""")
    Optional<Long> insert(NewTicket ticket);

    /** What of it goes out. */
    @Insert("""
            insert into outgoing (plan_id, chat, kind, recipient, about, body, made_at, next_try, ticket)
            values (#{ticket.planId}, #{ticket.chat}, 'ticket', #{ticket.recipient}, #{ticket.subject}, #{body}, #{ticket.at},
                    #{ticket.at}, #{id})""")
    void send(long id, NewTicket ticket, String body);

    record StoredTicket(
            long id,
            long chat,
            String recipient,
            String subject,
            String byName,
            Instant at,
            @Nullable String number,
            @Nullable Instant sentAt,
            @Nullable String trouble) {}

    @Select("""
            select t.id, t.chat, t.recipient, t.subject, t.by_name, t.at, t.number, o.sent_at, o.trouble
            from ticket t left join outgoing o on o.ticket = t.id
            where t.plan_id = #{planId} and t.chat = any(#{chats,typeHandler=org.apache.ibatis.type.ArrayTypeHandler})
            order by t.id""")
    List<StoredTicket> of(String planId, Long[] chats);

    @Update("update ticket set number = #{number} where id = #{id}")
    void number(long id, String number);

    /** 0 where the chat has no such ticket. */
    @Update("update ticket set number = #{number} where plan_id = #{planId} and chat = #{chat} and id = #{id}")
    int numberOf(String planId, long chat, long id, String number);

    @Select("select address from ticket_address where plan_id = #{planId} order by address")
    List<String> addresses(String planId);

    @Delete("delete from ticket_address where plan_id = #{planId}")
    void dropAddresses(String planId);

    @Insert("insert into ticket_address (plan_id, address) values (#{planId}, #{address}) on conflict do nothing")
    void addAddress(String planId, String address);
}
