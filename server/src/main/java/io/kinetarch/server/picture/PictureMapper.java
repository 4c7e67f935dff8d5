package io.kinetarch.server.picture;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

@Mapper
interface PictureMapper {
    @SuppressWarnings("ArrayRecordComponent") // a carrier from the driver, never compared
    record StoredPicture(String hash, byte[] jpeg) {}

    @Insert("insert into picture (hash, jpeg) values (#{hash}, #{jpeg}) on conflict do nothing")
    void insert(String hash, byte[] jpeg);

    @Select("select hash, jpeg from picture where hash = #{hash}")
    Optional<StoredPicture> find(String hash);

    @Select("select hash, jpeg from picture where hash = any (#{hashes}::text[])")
    List<StoredPicture> all(@Param("hashes") String[] hashes);

    @Select("""
            select h from unnest(#{hashes}::text[]) h
            where not exists (select from picture p where p.hash = h)""")
    Set<String> unknown(@Param("hashes") String[] hashes);
}
