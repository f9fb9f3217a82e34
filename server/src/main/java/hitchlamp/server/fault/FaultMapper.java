package hitchlamp.server.fault;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface FaultMapper {
  record Head(
      long id,
      LocalDateTime readAt,
      String why,
      String state,
      Double engineHours,
      int faults,
      int active,
      String who) {}

  record Row(
      long id,
      LocalDateTime readAt,
      String why,
      Double engineHours,
      String silent,
      String pack,
      byte[] content) {}

  @Select(
      value =
          "INSERT INTO fault_read (job_id, account_id, why, state, engine_hours, faults, active, silent, pack, pack_hash, content) VALUES (#{job}, #{account}, #{why}, #{state}, #{hours}, #{faults}, #{active}, #{silent}, #{pack}, #{packHash}, #{content}) RETURNING id",
      affectData = true)
  long addRead(
      long job,
      long account,
      String why,
      String state,
      Double hours,
      int faults,
      int active,
      String silent,
      String pack,
      String packHash,
      byte[] content);

  @Select(
      "SELECT r.id, r.read_at, r.why, r.state, r.engine_hours, r.faults, r.active, a.name AS who FROM fault_read r JOIN account a ON a.id = r.account_id WHERE r.job_id = #{job} ORDER BY r.id DESC LIMIT 100")
  List<Head> reads(long job);

  @Select(
      "SELECT id, read_at, why, engine_hours, silent, pack, content FROM fault_read WHERE job_id = #{job} ORDER BY id DESC LIMIT 1")
  Optional<Row> newest(long job);

  @Select(
      "SELECT id, read_at, why, engine_hours, silent, pack, content FROM fault_read WHERE id = #{id} AND job_id = #{job}")
  Optional<Row> read(long job, long id);

  record FaultEvent(
      long id, String kind, LocalDateTime doneAt, Double engineHours, String content) {}

  @Insert(
      "INSERT INTO fault_deed (job_id, kind, account_id, engine_hours, bus_micros, content) VALUES (#{job}, #{kind}, #{account}, #{hours}, #{micros}, #{content})")
  void addEvent(long job, String kind, long account, Double hours, long micros, String content);

  @Select(
      "SELECT id, kind, done_at, engine_hours, content FROM fault_deed WHERE job_id = #{job} ORDER BY id LIMIT 200")
  List<FaultEvent> events(long job);

  @Select(
      "SELECT id, kind, done_at, engine_hours, content FROM fault_deed WHERE job_id = #{job} AND kind = #{kind} ORDER BY id DESC LIMIT 1")
  Optional<FaultEvent> lastEvent(long job, String kind);

  record MoveRow(long id, String what, String target, String reason) {}

  @Select(
      "SELECT id, what, target, reason FROM lead_move WHERE job_id = #{job} AND NOT undone ORDER BY id LIMIT 200")
  List<MoveRow> moves(long job);

  @Insert(
      "INSERT INTO lead_move (job_id, what, target, reason, account_id) VALUES (#{job}, #{what}, #{target}, #{reason}, #{account})")
  void addMove(long job, String what, String target, String reason, long account);

  @Update("UPDATE lead_move SET undone = TRUE WHERE id = #{id}")
  void undoMove(long id);
}
