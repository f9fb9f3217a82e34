package hitchlamp.server.hookup;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface HookUpMapper {
  @Insert(
      "INSERT INTO hook_up (id, job_id, link, bus, backbone, bit_rate, pack, pack_hash, account_id) VALUES (#{id}, #{job}, #{link}, #{bus}, #{backbone}, #{rate}, #{pack}, #{packHash}, #{account})")
  void begin(
      long id,
      long job,
      String link,
      String bus,
      String backbone,
      int rate,
      String pack,
      String packHash,
      long account);

  @Insert(
      "INSERT IGNORE INTO hook_up_end (hook_up_id, reason) VALUES (#{hookUp}, LEFT(#{reason}, 200))")
  void end(long hookUp, String reason);

  /**
   * A hook-up that was never ended.
   *
   * @param held the last that was commanded in it, null where nothing was or where its test ended
   */
  record LeftOpen(long id, long job, long account, String held) {}

  /** Hook-ups of this installation that were never ended; those of case files stay as they came. */
  /** Identity number in our own NAME, 0 to 2,097,151. */
  @Select("SELECT identity FROM own_name")
  int ownIdentity();

  @Select(
      "SELECT h.id, h.job_id AS job, h.account_id AS account, (SELECT IF(e.kind = 'HELD', e.text, NULL) FROM logbook_entry e WHERE e.job_id = h.job_id AND e.at >= h.began_at AND e.kind IN ('HELD', 'TEST') ORDER BY e.id DESC LIMIT 1) AS held FROM hook_up h JOIN account a ON a.id = h.account_id WHERE a.guest = FALSE AND NOT EXISTS (SELECT 1 FROM hook_up_end x WHERE x.hook_up_id = h.id) ORDER BY h.id LIMIT 1000")
  List<LeftOpen> leftOpen();

  @Insert(
      "INSERT INTO frame_block (hook_up_id, first_micros, last_micros, first_wall, hours, hours_module, entries, pinned, bytes, content) VALUES (#{hookUp}, #{first}, #{last}, #{wall}, #{hours}, #{module}, #{entries}, #{pinned}, LENGTH(#{content}), #{content})")
  void addBlock(
      long hookUp,
      long first,
      long last,
      LocalDateTime wall,
      Double hours,
      String module,
      int entries,
      boolean pinned,
      byte[] content);

  @Select("SELECT id FROM frame_block WHERE hook_up_id = #{hookUp} ORDER BY id LIMIT 50000")
  List<Long> blocks(long hookUp);

  @Select("SELECT content FROM frame_block WHERE id = #{id}")
  Block block(long id);

  record Block(byte[] content) {}

  record Stored(long id, String bus, String backbone, LocalDateTime beganAt) {}

  /** Hook-ups of a job whose frames are stored, newest first. */
  @Select(
      "SELECT h.id, h.bus, h.backbone, h.began_at FROM hook_up h WHERE h.job_id = #{job} AND EXISTS (SELECT 1 FROM frame_block b WHERE b.hook_up_id = h.id) ORDER BY h.id DESC LIMIT 50")
  List<Stored> stored(long job);

  /** Rolls of one hook-up as they ended, in order. */
  @Select("SELECT content FROM roll WHERE hook_up_id = #{hookUp} ORDER BY id")
  List<String> rollsOf(long hookUp);

  @Delete(
      "DELETE FROM frame_block WHERE hook_up_id = #{hookUp} AND NOT pinned ORDER BY first_micros LIMIT 16")
  int dropOldest(long hookUp);

  @Select(
      value =
          "INSERT INTO roll (job_id, hook_up_id, account_id, full_roll, state, pack, pack_hash, content) VALUES (#{job}, #{hookUp}, #{account}, #{full}, #{state}, #{pack}, #{packHash}, #{content}) RETURNING id",
      affectData = true)
  long addRoll(
      long job,
      long hookUp,
      long account,
      boolean full,
      String state,
      String pack,
      String packHash,
      String content);

  /** The last whole roll of a job's unit from before that job. */
  @Select(
      "SELECT r.content FROM job me JOIN job j ON j.unit_id = me.unit_id AND j.id < me.id AND j.state <> 'CASE' JOIN roll r ON r.job_id = j.id WHERE me.id = #{job} AND r.full_roll AND r.state = 'COMPLETE' ORDER BY r.id DESC LIMIT 1")
  Optional<String> rollBefore(long job);

  @Select("SELECT content FROM roll WHERE job_id = #{job} ORDER BY id DESC LIMIT 1")
  Optional<String> lastRoll(long job);

  @Select(
      value =
          "INSERT INTO recorded_log (job_id, name, bus, frames, account_id) VALUES (#{job}, LEFT(#{name}, 200), LEFT(#{bus}, 40), 0, #{account}) RETURNING id",
      affectData = true)
  long addLog(long job, String name, String bus, long account);

  @Update("UPDATE recorded_log SET frames = #{frames} WHERE id = #{log}")
  void logHolds(long log, int frames);

  @Insert(
      "INSERT INTO recorded_log_block (recorded_log_id, entries, content) VALUES (#{log}, #{entries}, #{content})")
  void addLogBlock(long log, int entries, byte[] content);

  @Select("SELECT id FROM recorded_log_block WHERE recorded_log_id = #{log} ORDER BY id")
  List<Long> logBlocks(long log);

  @Select("SELECT content FROM recorded_log_block WHERE id = #{id}")
  Block logBlock(long id);

  @Select(
      "SELECT id, name, bus, frames FROM recorded_log WHERE job_id = #{job} ORDER BY id DESC LIMIT 50")
  List<LogHead> logs(long job);

  record LogHead(long id, String name, String bus, int frames) {}

  @Select("SELECT id, name, bus, frames FROM recorded_log WHERE id = #{id} AND job_id = #{job}")
  Optional<LogHead> log(long id, long job);

  record HookUpHead(long id, String bus, String backbone) {
    /** Name of one of its buses. */
    String name(int number) {
      return number == 0 ? bus : backbone.isEmpty() ? bus + "-" + number : backbone;
    }
  }

  @Select("SELECT id, bus, backbone FROM hook_up WHERE id = #{hookUp}")
  HookUpHead head(long hookUp);

  @Select("SELECT id, bus, backbone FROM hook_up WHERE job_id = #{job} ORDER BY id DESC LIMIT 1")
  Optional<HookUpHead> lastHookUp(long job);
}
