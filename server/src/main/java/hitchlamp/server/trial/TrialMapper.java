package hitchlamp.server.trial;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface TrialMapper {
  String HEAD =
      "SELECT t.id, t.kind, t.test, t.title, t.layout, t.module, t.module_title, t.began_at, t.began_micros, e.ended_at, e.ending, e.verdict, e.says, e.next, a.name AS who, t.hours, t.pack, r.recording_id AS recording"
          + " FROM trial t JOIN account a ON a.id = t.account_id LEFT JOIN trial_end e ON e.trial_id = t.id LEFT JOIN trial_recording r ON r.trial_id = t.id ";

  /** A run; its end is null where nobody knows how it ended. */
  record Row(
      long id,
      String kind,
      String test,
      String title,
      int layout,
      String module,
      String moduleTitle,
      LocalDateTime beganAt,
      Long beganMicros,
      LocalDateTime endedAt,
      String ending,
      String verdict,
      String says,
      String next,
      String who,
      Double hours,
      String pack,
      Long recording) {}

  /** A run that begins. */
  record Begun(
      long job,
      String run,
      String kind,
      String test,
      String title,
      int layout,
      String module,
      String moduleTitle,
      LocalDateTime beganAt,
      Long beganMicros,
      long account,
      Double hours,
      String pack,
      String packHash) {}

  @Insert(
      "INSERT INTO trial (job_id, run, kind, test, title, layout, module, module_title, began_at, began_micros, account_id, hours, pack, pack_hash) VALUES (#{job}, #{run}, #{kind}, #{test}, #{title}, #{layout}, #{module}, #{moduleTitle}, #{beganAt}, #{beganMicros}, #{account}, #{hours}, #{pack}, #{packHash})")
  void begin(Begun b);

  @Select("SELECT id FROM trial WHERE run = #{run}")
  Optional<Long> ofRun(String run);

  @Insert(
      "INSERT INTO trial_end (trial_id, ending, verdict, says, next, content) VALUES (#{trial}, #{ending}, #{verdict}, #{says}, #{next}, #{content})")
  void end(long trial, String ending, String verdict, String says, String next, byte[] content);

  @Insert("INSERT INTO trial_recording (trial_id, recording_id) VALUES (#{trial}, #{recording})")
  void recorded(long trial, long recording);

  @Insert(
      "INSERT INTO trial_figure (trial_id, name, place, amount, measure, plus_minus, low, high, verdict) VALUES (#{trial}, #{name}, #{place}, #{amount}, #{measure}, #{plusMinus}, #{low}, #{high}, #{verdict})")
  void figure(
      long trial,
      String name,
      int place,
      double amount,
      String measure,
      Double plusMinus,
      Double low,
      Double high,
      String verdict);

  @Select(HEAD + "WHERE t.job_id = #{job} ORDER BY t.id DESC LIMIT 200")
  List<Row> ofJob(long job);

  @Select(HEAD + "WHERE t.job_id = #{job} AND t.kind = #{kind} ORDER BY t.id DESC LIMIT 20")
  List<Row> ofKind(long job, String kind);

  @Select(HEAD + "WHERE t.job_id = #{job} AND t.id = #{id}")
  Optional<Row> one(long job, long id);

  /** The newest verdict of each test and module of a unit in other jobs. */
  @Select(
      HEAD
          + "WHERE t.id IN (SELECT MAX(o.id) FROM trial o JOIN trial_end x ON x.trial_id = o.id JOIN job j ON j.id = o.job_id"
          + " WHERE j.unit_id = (SELECT unit_id FROM job WHERE id = #{job}) AND o.job_id <> #{job} AND x.verdict IS NOT NULL GROUP BY o.test, o.module)")
  List<Row> earlier(long job);

  /** A figure of a run that came to something. */
  record FigureRow(
      long trial,
      long job,
      LocalDateTime endedAt,
      Double hours,
      String verdict,
      String name,
      Integer place,
      Double amount,
      String measure,
      Double plusMinus,
      String figureVerdict) {}

  /** Figures of the newest runs of a test and module of a unit, in all its jobs, newest first. */
  @Select(
      "SELECT n.id AS trial, n.job_id AS job, n.ended_at, n.hours, n.verdict, f.name, f.place, f.amount, f.measure, f.plus_minus, f.verdict AS figure_verdict"
          + " FROM (SELECT t.id, t.job_id, e.ended_at, t.hours, e.verdict FROM trial t JOIN trial_end e ON e.trial_id = t.id JOIN job j ON j.id = t.job_id"
          + " WHERE j.unit_id = (SELECT unit_id FROM job WHERE id = #{job}) AND t.test = #{test} AND t.module = #{module} AND e.verdict IS NOT NULL ORDER BY t.id DESC LIMIT 12) n"
          + " LEFT JOIN trial_figure f ON f.trial_id = n.id ORDER BY n.id DESC, f.name, f.place")
  List<FigureRow> figures(long job, String test, String module);

  record Content(byte[] content) {}

  @Select("SELECT content FROM trial_end WHERE trial_id = #{id}")
  Optional<Content> content(long id);
}
