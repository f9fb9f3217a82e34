package hitchlamp.server.story;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface StoryMapper {
  record Row(
      long id, LocalDateTime readAt, String why, Double engineHours, String pack, byte[] content) {}

  record Visit(
      long storyReadId,
      long jobId,
      String number,
      String engine,
      LocalDateTime readAt,
      Double engineHours,
      double amount,
      String measure) {}

  record OfUnit(
      long unitId,
      String fleetNumber,
      String engine,
      String pack,
      LocalDateTime readAt,
      Double engineHours,
      double amount,
      String measure) {}

  @Select(
      value =
          "INSERT INTO story_read (job_id, account_id, why, state, engine_hours, pack, pack_hash, content) VALUES (#{job}, #{account}, #{why}, #{state}, #{hours}, #{pack}, #{packHash}, #{content}) RETURNING id",
      affectData = true)
  long addRead(
      long job,
      long account,
      String why,
      String state,
      Double hours,
      String pack,
      String packHash,
      byte[] content);

  record Amount(String engine, String span, String figure, double amount, String measure) {}

  @Insert({
    "<script>INSERT INTO use_figure (story_read_id, unit_id, engine, span, figure, amount, measure, engine_hours) VALUES",
    "<foreach collection='amounts' item='a' separator=','>(#{read}, #{unit}, #{a.engine}, #{a.span}, #{a.figure}, #{a.amount}, #{a.measure}, #{hours})</foreach></script>"
  })
  void addFigures(long read, long unit, Double hours, List<Amount> amounts);

  /** From now on this read is the unit's newest with trip figures. */
  @Insert(
      "INSERT INTO newest_use (unit_id, story_read_id) VALUES (#{unit}, #{read}) ON DUPLICATE KEY UPDATE story_read_id = #{read}")
  void isNewest(long unit, long read);

  @Select(
      "SELECT id, read_at, why, engine_hours, pack, content FROM story_read WHERE job_id = #{job} ORDER BY id DESC LIMIT 1")
  Optional<Row> newest(long job);

  /** The newest read of the unit in a visit before this one. */
  @Select(
      "SELECT r.id, r.read_at, r.why, r.engine_hours, r.pack, r.content FROM job j JOIN story_read r ON r.job_id = j.id WHERE j.unit_id = #{unit} AND j.opened_at < (SELECT opened_at FROM job WHERE id = #{job}) ORDER BY j.opened_at DESC, r.id DESC LIMIT 1")
  Optional<Row> before(long unit, long job);

  /** Engine hours at which this workshop cleared the unit. */
  @Select(
      "SELECT d.engine_hours FROM job j JOIN fault_deed d ON d.job_id = j.id WHERE j.unit_id = #{unit} AND d.kind = 'CLEARED' AND d.engine_hours IS NOT NULL")
  List<Double> ownClears(long unit);

  /** The newest amount of each unit of the fleet, the smallest first. */
  @Select(
      "SELECT STRAIGHT_JOIN f.unit_id, u.fleet_number, f.engine, u.pack, f.read_at, f.engine_hours, f.amount, f.measure FROM newest_use n JOIN use_figure f ON f.story_read_id = n.story_read_id AND f.span = #{span} AND f.figure = #{figure} JOIN unit u ON u.id = n.unit_id AND NOT u.of_case ORDER BY f.amount, u.fleet_number, f.engine LIMIT 2000")
  List<OfUnit> overUnits(String figure, String span);

  record Like(String figure, double amount) {}

  /** Newest trip amounts of other units under the same pack, each figure's smallest first. */
  @Select({
    "<script>SELECT STRAIGHT_JOIN f.figure, f.amount FROM newest_use n JOIN unit u ON u.id = n.unit_id AND u.pack = #{pack} AND NOT u.of_case JOIN use_figure f ON f.story_read_id = n.story_read_id AND f.span = 'TRIP' AND f.figure IN (<foreach collection='figures' item='f' separator=','>#{f}</foreach>) WHERE n.unit_id != #{unit} ORDER BY f.amount LIMIT 20000</script>"
  })
  List<Like> ofLike(long unit, String pack, List<String> figures);

  /** The amounts of one unit, the latest visit first. */
  @Select(
      "SELECT f.story_read_id, j.id AS job_id, j.number, f.engine, f.read_at, f.engine_hours, f.amount, f.measure FROM use_figure f JOIN story_read r ON r.id = f.story_read_id JOIN job j ON j.id = r.job_id WHERE f.figure = #{figure} AND f.span = #{span} AND f.unit_id = #{unit} ORDER BY f.read_at DESC, f.story_read_id DESC, f.engine LIMIT 200")
  List<Visit> overVisits(String figure, String span, long unit);
}
