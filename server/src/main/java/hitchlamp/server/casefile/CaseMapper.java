package hitchlamp.server.casefile;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/**
 * Rows of whole jobs. Table and column names come from {@link CaseTable} only, never from a file.
 */
@Mapper
interface CaseMapper {
  /** Keys of the rows of a job, in their order; a figure's key is its read. */
  @Select("SELECT DISTINCT ${key} AS id FROM ${table} WHERE ${where} ORDER BY ${key}")
  List<Long> keys(String table, String key, String where, long job);

  /** Rows under one key, without their large column. */
  @Select("SELECT ${columns} FROM ${table} WHERE ${key} = #{id}")
  List<Map<String, Object>> rows(String table, String columns, String key, long id);

  record Large(byte[] content) {}

  @Select("SELECT content FROM ${table} WHERE ${key} = #{id}")
  Large large(String table, String key, long id);

  @Select("SELECT id, name FROM account")
  List<Named> accounts();

  record Named(long id, String name) {}

  @Select("SELECT id, name FROM account WHERE name = #{name} AND guest")
  Optional<Named> guest(String name);

  @Select(
      value =
          "INSERT INTO account (name, password_hash, role, guest) VALUES (#{name}, '!', 'SPECIALIST', TRUE) RETURNING id",
      affectData = true)
  long addGuest(String name);

  @Select(
      value = {
        "<script>INSERT INTO ${table} (<foreach collection='columns' item='c' separator=','>${c}</foreach>)",
        "VALUES (<foreach collection='values' item='v' separator=','>#{v}</foreach>) RETURNING id</script>"
      },
      affectData = true)
  long add(String table, List<String> columns, List<Object> values);

  @Insert({
    "<script>INSERT INTO ${table} (<foreach collection='columns' item='c' separator=','>${c}</foreach>)",
    "VALUES (<foreach collection='values' item='v' separator=','>#{v}</foreach>)</script>"
  })
  void addWithoutId(String table, List<String> columns, List<Object> values);

  /** The newest read with trip figures of a unit is known again. */
  @Insert(
      "INSERT INTO newest_use (unit_id, story_read_id) SELECT unit_id, MAX(story_read_id) FROM use_figure WHERE unit_id = #{unit} AND span = 'TRIP' AND figure = 'HOURS' GROUP BY unit_id ON DUPLICATE KEY UPDATE story_read_id = VALUES(story_read_id)")
  void newestUse(long unit);

  /** Lengths of the blocks that came with a job; a file does not say them. */
  @Update(
      "UPDATE frame_block b JOIN hook_up h ON h.id = b.hook_up_id SET b.bytes = LENGTH(b.content) WHERE h.job_id = #{job}")
  void measureBlocks(long job);

  @Select("SELECT COUNT(*) FROM job WHERE number = #{number}")
  int jobsNumbered(String number);

  @Select("SELECT id, vin, of_case FROM unit WHERE fleet_number = #{fleetNumber}")
  Optional<UnitKey> unit(String fleetNumber);

  record UnitKey(long id, String vin, boolean ofCase) {}

  @Select(
      value =
          "INSERT INTO job (number, unit_id, complaint, state, hours, kilometres, opened_at, opened_by) VALUES (#{number}, #{unit}, #{complaint}, 'CASE', #{hours}, #{kilometres}, #{openedAt}, #{openedBy}) RETURNING id",
      affectData = true)
  long addJob(
      String number,
      long unit,
      String complaint,
      Double hours,
      Double kilometres,
      LocalDateTime openedAt,
      long openedBy);
}
