package hitchlamp.server.job;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface JobMapper {
  String COLUMNS =
      "j.id, j.number, j.unit_id, j.complaint, j.state, j.hours, j.kilometres, j.opened_at, a.name AS opened_by, u.fleet_number, u.exhaust_hot_at ";

  String JOINED = "JOIN unit u ON u.id = j.unit_id JOIN account a ON a.id = j.opened_by ";

  String SELECT = "SELECT " + COLUMNS + "FROM job j " + JOINED;

  /** Goes through the jobs as they were opened, and stops when it has enough. */
  String FOUND =
      "JOIN (SELECT s.id FROM job s FORCE INDEX (job_by_opening) WHERE s.number LIKE #{like} OR s.complaint LIKE #{like} OR s.unit_id IN (SELECT v.id FROM unit v WHERE v.fleet_number LIKE #{like} OR v.vin LIKE #{like}) ORDER BY s.opened_at DESC, s.id DESC LIMIT 100) found ON found.id = j.id ";

  @Select(SELECT + "WHERE j.id = #{id}")
  Optional<JobRow> find(long id);

  @Select(SELECT + "WHERE j.unit_id = #{unit} ORDER BY j.opened_at DESC, j.id DESC LIMIT 100")
  List<JobRow> ofUnit(long unit);

  @Select(SELECT + FOUND + "ORDER BY j.opened_at DESC, j.id DESC")
  List<JobRow> search(String like);

  @Select(
      value =
          "INSERT INTO job (number, unit_id, complaint, opened_by) VALUES (#{number}, #{unit}, #{complaint}, #{account}) RETURNING id",
      affectData = true)
  long add(String number, long unit, String complaint, long account);

  @Select(
      "SELECT COALESCE(MAX(CAST(SUBSTRING_INDEX(number, '-', -1) AS UNSIGNED)), 100) FROM job WHERE number LIKE #{like} FOR UPDATE")
  int lastNumber(String like);

  @Update(
      "UPDATE job SET hours = COALESCE(#{hours}, hours), kilometres = COALESCE(#{kilometres}, kilometres) WHERE id = #{id}")
  void visit(long id, Double hours, Double kilometres);

  @Update("UPDATE job SET state = #{state} WHERE id = #{id}")
  void state(long id, String state);

  @Select(
      value =
          "INSERT INTO logbook_entry (job_id, kind, text, account_id, bus_micros, hours, hours_module) VALUES (#{job}, #{kind}, #{text}, #{account}, #{busMicros}, #{hours}, #{hoursModule}) RETURNING id",
      affectData = true)
  long log(
      long job,
      String kind,
      String text,
      Long account,
      Long busMicros,
      Double hours,
      String hoursModule);

  /** What is stored of a job. */
  record StoredRow(boolean roll, boolean faults, boolean story) {}

  @Select(
      "SELECT EXISTS (SELECT 1 FROM roll WHERE job_id = #{job}) AS roll, EXISTS (SELECT 1 FROM fault_read WHERE job_id = #{job}) AS faults, EXISTS (SELECT 1 FROM story_read WHERE job_id = #{job}) AS story")
  StoredRow stored(long job);

  /** An entry with who made it. */
  record EntryRow(
      long id,
      String kind,
      String text,
      String who,
      LocalDateTime at,
      Double hours,
      String hoursModule) {}

  @Select(
      "SELECT e.id, e.kind, e.text, a.name AS who, e.at, e.hours, e.hours_module FROM logbook_entry e LEFT JOIN account a ON a.id = e.account_id WHERE e.job_id = #{job} AND e.id < #{before} ORDER BY e.id DESC LIMIT #{most}")
  List<EntryRow> entries(long job, long before, int most);

  @Insert(
      "INSERT INTO logbook_photo (entry_id, media_type, content) VALUES (#{entry}, #{mediaType}, #{content})")
  void addPhoto(long entry, String mediaType, byte[] content);

  /** A picture with its media type. */
  record PhotoRow(String mediaType, byte[] content) {}

  @Select(
      "SELECT p.media_type, p.content FROM logbook_photo p JOIN logbook_entry e ON e.id = p.entry_id WHERE p.entry_id = #{entry} AND e.job_id = #{job}")
  Optional<PhotoRow> photo(long job, long entry);
}
