package io.kinetarch.server.account;

import java.time.Instant;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface PasswordLinkMapper {
    /** A new one takes the place of an older one. */
    @Insert("""
            insert into password_link (token_hash, account_id, ends_at) select #{tokenHash}, id, #{endsAt} from account where name = #{name}
            on conflict (account_id) do update set token_hash = excluded.token_hash, ends_at = excluded.ends_at""")
    int insert(String name, byte[] tokenHash, Instant endsAt);

    @Select("""
            select a.name from password_link l join account a on a.id = l.account_id
            where l.token_hash = #{tokenHash} and l.ends_at > #{now} and not a.disabled""")
    Optional<String> accountOf(byte[] tokenHash, Instant now);

    @Delete("delete from password_link where token_hash = #{tokenHash}")
    int delete(byte[] tokenHash);
}
