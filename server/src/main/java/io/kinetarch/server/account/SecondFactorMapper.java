package io.kinetarch.server.account;

import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface SecondFactorMapper {
    @Update("""
            update account set second_factor = #{secret}, second_factor_step = #{step} where id = #{accountId}""")
    void set(long accountId, byte[] secret, long step);

    @Update(
            "update account set second_factor = null, second_factor_step = 0 where name = #{name} and second_factor is not null")
    int remove(String name);

    /** Takes a time step, once: none if it or a later one was taken. */
    @Update("update account set second_factor_step = #{step} where id = #{accountId} and second_factor_step < #{step}")
    int takeStep(long accountId, long step);

    @Insert("insert into recovery_code (account_id, code_hash) values (#{accountId}, #{hash})")
    void insertRecovery(long accountId, byte[] hash);

    @Select("select count(*) from recovery_code where account_id = #{accountId}")
    int recoveriesLeft(long accountId);

    @Delete("delete from recovery_code where account_id = #{accountId} and code_hash = #{hash}")
    int takeRecovery(long accountId, byte[] hash);

    @Delete("delete from recovery_code using account where account.id = account_id and account.name = #{name}")
    void removeRecoveries(String name);
}
