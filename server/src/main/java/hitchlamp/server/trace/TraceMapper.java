package hitchlamp.server.trace;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface TraceMapper {
  record Row(long id, String guide, String part, String title, LocalDateTime beganAt, String who) {}

  /** An entry; nobody's name where the unit answered. */
  record EntryRow(
      long traceId,
      String checkId,
      String asked,
      String how,
      String outcome,
      String says,
      LocalDateTime at,
      String who,
      Double hours) {}

  @Insert(
      "INSERT INTO trace (job_id, guide, part, title, account_id, pack, pack_hash) VALUES (#{job}, #{guide}, #{part}, #{title}, #{account}, #{pack}, #{packHash})")
  void begin(
      long job,
      String guide,
      String part,
      String title,
      long account,
      String pack,
      String packHash);

  @Select(
      "SELECT t.id, t.guide, t.part, t.title, t.began_at, a.name AS who FROM trace t JOIN account a ON a.id = t.account_id WHERE t.job_id = #{job} ORDER BY t.id DESC LIMIT 200")
  List<Row> ofJob(long job);

  @Select(
      "SELECT t.id, t.guide, t.part, t.title, t.began_at, a.name AS who FROM trace t JOIN account a ON a.id = t.account_id WHERE t.job_id = #{job} AND t.id = #{id}")
  Optional<Row> one(long job, long id);

  @Insert(
      "INSERT INTO trace_entry (trace_id, check_id, asked, how, outcome, says, account_id, hours, bus_micros) VALUES (#{trace}, #{check}, #{asked}, #{how}, #{outcome}, #{says}, #{account}, #{hours}, #{busMicros})")
  void add(
      long trace,
      String check,
      String asked,
      String how,
      String outcome,
      String says,
      Long account,
      Double hours,
      Long busMicros);

  @Select(
      "SELECT e.trace_id, e.check_id, e.asked, e.how, e.outcome, e.says, e.at, a.name AS who, e.hours FROM trace_entry e LEFT JOIN account a ON a.id = e.account_id WHERE e.trace_id = #{trace} ORDER BY e.id")
  List<EntryRow> entries(long trace);

  @Select(
      "SELECT e.trace_id, e.check_id, e.asked, e.how, e.outcome, e.says, e.at, a.name AS who, e.hours FROM trace_entry e JOIN trace t ON t.id = e.trace_id LEFT JOIN account a ON a.id = e.account_id WHERE t.job_id = #{job} ORDER BY e.id")
  List<EntryRow> entriesOfJob(long job);
}
