package io.kinetarch.server.file;

import java.time.Instant;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

@Mapper
interface FileMapper {
    @SuppressWarnings("ArrayRecordComponent") // a carrier from the driver, never compared
    record StoredFile(
            String id,
            String planId,
            long chat,
            String name,
            String type,
            byte[] bytes,
            byte @Nullable [] preview,
            Instant keptAt) {}

    @Insert("""
            insert into live_file (id, plan_id, chat, name, type, bytes, preview, kept_at)
            values (#{id}::uuid, #{planId}, #{chat}, #{name}, #{type}, #{bytes}, #{preview}, #{keptAt})""")
    void insert(StoredFile file);

    @Delete("delete from live_file where id = #{id}::uuid")
    void delete(String id);

    @Select(
            "select id::text as id, plan_id, chat, name, type, bytes, preview, kept_at from live_file where id = #{id}::uuid")
    Optional<StoredFile> find(String id);
}
