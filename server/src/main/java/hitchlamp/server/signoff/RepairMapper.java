package hitchlamp.server.signoff;

import java.time.LocalDateTime;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface RepairMapper {
  record Row(
      long id,
      String kind,
      String title,
      String note,
      String obliges,
      LocalDateTime doneAt,
      String who) {}

  record EntryRow(long repairId, String kind, String test, String says) {}

  @Insert(
      "INSERT INTO repair (job_id, kind, title, note, obliges, done_at, account_id, hours, pack, pack_hash) VALUES (#{job}, #{kind}, #{title}, #{note}, #{obliges}, #{doneAt}, #{account}, #{hours}, #{pack}, #{packHash})")
  void add(
      long job,
      String kind,
      String title,
      String note,
      String obliges,
      LocalDateTime doneAt,
      long account,
      Double hours,
      String pack,
      String packHash);

  @Select(
      "SELECT r.id, r.kind, r.title, r.note, r.obliges, r.done_at, a.name AS who FROM repair r JOIN account a ON a.id = r.account_id WHERE r.job_id = #{job} ORDER BY r.done_at, r.id LIMIT 200")
  List<Row> ofJob(long job);

  @Insert(
      "INSERT INTO repair_entry (repair_id, kind, test, says, account_id) VALUES (#{repair}, #{kind}, #{test}, #{says}, #{account})")
  void enter(long repair, String kind, String test, String says, long account);

  @Select(
      "SELECT e.repair_id, e.kind, e.test, e.says FROM repair_entry e JOIN repair r ON r.id = e.repair_id WHERE r.job_id = #{job} ORDER BY e.id")
  List<EntryRow> entriesOfJob(long job);
}
