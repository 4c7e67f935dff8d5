package io.kinetarch.server.account;

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
interface AccountMapper {
    String COLUMNS =
            "id, name, display_name, role, password_hash, disabled, second_factor, second_factor_step, second_factor_needed";

    /**
     * An account as it is kept.
     *
     * @param passwordHash null while its owner is invited to set one
     * @param secondFactor secret of its codes by time; null for none
     * @param secondFactorStep last time step that a code was taken of
     * @param secondFactorNeeded whether it can do nothing until it has one
     */
    @SuppressWarnings("ArrayRecordComponent") // nobody compares accounts
    record Account(
            long id,
            String name,
            String displayName,
            Role role,
            @Nullable String passwordHash,
            boolean disabled,
            byte @Nullable [] secondFactor,
            long secondFactorStep,
            boolean secondFactorNeeded) {
        SignedIn signedIn() {
            return new SignedIn(id, name, displayName, role);
        }
    }

    /**
     * A token without its secret.
     *
     * @param scopes names of permissions, separated by commas
     */
    record StoredToken(
            long id,
            String label,
            String scopes,
            Instant createdAt,
            @Nullable Instant lastUsedAt,
            Instant expiresAt) {}

    /** A token's owner and what it is limited to. */
    record TokenOwner(long tokenId, String scopes, long id, String name, String displayName, Role role) {
        SignedIn signedIn() {
            return new SignedIn(id, name, displayName, role);
        }
    }

    @Select("select " + COLUMNS + " from account where name = #{name}")
    Optional<Account> byName(String name);

    @Select("select " + COLUMNS + " from account order by name")
    List<Account> all();

    @Select("select exists (select from account)")
    boolean any();

    /** Serialises the making of the first account: two visitors must not both become administrator. */
    @Select("select pg_advisory_xact_lock(7001)::text")
    String lockFirstAccount();

    @Select(value = """
            insert into account (name, display_name, role, password_hash)
            values (#{name}, #{displayName}, #{role}, #{passwordHash,jdbcType=VARCHAR})
            on conflict do nothing returning id""", affectData = true)
    @Nullable
    Long insert(String name, String displayName, Role role, @Nullable String passwordHash);

    @Update("update account set role = #{role}, display_name = #{displayName} where name = #{name}")
    int update(String name, String displayName, Role role);

    @Update("update account set password_hash = #{passwordHash} where name = #{name}")
    int setPassword(String name, String passwordHash);

    @Update("update account set disabled = #{disabled} where name = #{name}")
    int setDisabled(String name, boolean disabled);

    @Update("update account set second_factor_needed = #{needed} where name = #{name}")
    int needSecondFactor(String name, boolean needed);

    @Delete("delete from account where name = #{name}")
    int delete(String name);

    /** Locks the administrators who can sign in, so that two of them cannot take the role from each other at once. */
    @Select("select name from account where role = 'ADMINISTRATOR' and not disabled order by name for update")
    List<String> lockAdministrators();

    @Select("""
            select t.id as token_id, array_to_string(t.scopes, ',') as scopes, a.id, a.name, a.display_name, a.role
            from api_token t join account a on a.id = t.account_id
            where t.token_hash = #{tokenHash} and t.expires_at > #{now} and not a.disabled""")
    Optional<TokenOwner> byTokenHash(byte[] tokenHash, Instant now);

    @Insert("""
            insert into api_token (account_id, label, token_hash, scopes, expires_at)
            values (#{accountId}, #{label}, #{tokenHash}, string_to_array(#{scopes}, ','), #{expiresAt})""")
    void insertToken(long accountId, String label, byte[] tokenHash, String scopes, Instant expiresAt);

    @Select("""
            select id, label, array_to_string(scopes, ',') as scopes, created_at, last_used_at, expires_at
            from api_token where account_id = #{accountId} order by created_at desc""")
    List<StoredToken> tokens(long accountId);

    @Delete("delete from api_token where id = #{tokenId} and account_id = #{accountId}")
    int deleteToken(long accountId, long tokenId);

    /** Written at most once a minute, so that a busy token does not make every request a write. */
    @Update("""
            update api_token set last_used_at = #{at}
            where id = #{tokenId} and (last_used_at is null or last_used_at < #{at}::timestamptz - interval '1 minute')""")
    void tokenUsed(long tokenId, Instant at);
}
