package io.kinetarch.server.account;

import java.time.Instant;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

@Mapper
interface SignInFailureMapper {
    /**
     * Failures of late.
     *
     * @param last the newest; null where there was none
     */
    record Failures(int count, @Nullable Instant last) {}

    @Insert("insert into sign_in_failure (account, address, at) values (#{account}, #{address}, #{at})")
    void insert(String account, String address, Instant at);

    @Select(
            "select count(*) as count, max(at) as last from sign_in_failure where account = #{account} and at > #{since}")
    Failures ofAccount(String account, Instant since);

    @Select(
            "select count(*) as count, max(at) as last from sign_in_failure where address = #{address} and at > #{since}")
    Failures ofAddress(String address, Instant since);

    @Delete("delete from sign_in_failure where account = #{account} and address = #{address}")
    void forgive(String account, String address);

    @Delete("delete from sign_in_failure where at < #{before}")
    void deleteBefore(Instant before);
}
