package hitchlamp.server.watch;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface WatchMapper {
  @Insert(
      "INSERT IGNORE INTO recording (id, job_id, name, source, first_micros, start_micros, began_at, why, account_id, hours, pack, pack_hash) VALUES (#{id}, #{job}, LEFT(#{name}, 120), #{source}, #{first}, #{start}, #{began}, LEFT(#{why}, 200), #{account}, #{hours}, #{pack}, #{packHash})")
  void addRecording(
      long id,
      long job,
      String name,
      String source,
      long first,
      long start,
      LocalDateTime began,
      String why,
      long account,
      Double hours,
      String pack,
      String packHash);

  @Insert(
      "INSERT IGNORE INTO recording_end (recording_id, last_micros, samples, lost, why) VALUES (#{recording}, #{last}, #{samples}, #{lost}, LEFT(#{why}, 200))")
  void endRecording(long recording, long last, long samples, long lost, String why);

  record ChannelRow(
      int track,
      int place,
      String channel,
      String name,
      int spn,
      String module,
      String moduleTitle,
      String side,
      String source,
      int grp,
      int bits,
      double factor,
      double shift,
      String unit,
      String words) {}

  @Insert({
    "<script>INSERT IGNORE INTO recording_channel (recording_id, track, place, channel, name, spn, module, module_title, side, source, grp, bits, factor, shift, unit, words) VALUES",
    "<foreach collection='rows' item='r' separator=','>(#{recording}, #{r.track}, #{r.place}, #{r.channel}, LEFT(#{r.name}, 200), #{r.spn}, #{r.module}, #{r.moduleTitle}, #{r.side}, #{r.source}, #{r.grp}, #{r.bits}, #{r.factor}, #{r.shift}, #{r.unit}, #{r.words})</foreach></script>"
  })
  void addChannels(long recording, List<ChannelRow> rows);

  record PartRow(
      int track,
      int place,
      int part,
      int amount,
      long firstMicros,
      long lastMicros,
      byte[] content) {}

  @Insert({
    "<script>INSERT IGNORE INTO recording_part (recording_id, track, place, part, amount, first_micros, last_micros, content) VALUES",
    "<foreach collection='rows' item='r' separator=','>(#{recording}, #{r.track}, #{r.place}, #{r.part}, #{r.amount}, #{r.firstMicros}, #{r.lastMicros}, #{r.content})</foreach></script>"
  })
  void addParts(long recording, List<PartRow> rows);

  @Insert(
      "INSERT IGNORE INTO recording_level (recording_id, bucket_micros, track, place, content) VALUES (#{recording}, #{bucket}, #{track}, #{place}, #{content})")
  void addLevel(long recording, long bucket, int track, int place, byte[] content);

  @Insert(
      "INSERT IGNORE INTO recording_mark (recording_id, kind, from_micros, to_micros, text, account_id) VALUES (#{recording}, #{kind}, #{from}, #{to}, LEFT(#{text}, 200), #{account})")
  void addMark(long recording, String kind, long from, long to, String text, Long account);

  record Head(
      long id,
      long jobId,
      String name,
      String source,
      long firstMicros,
      long startMicros,
      LocalDateTime beganAt,
      String why,
      String who,
      Double hours,
      String pack,
      Long lastMicros,
      Long samples,
      Long lost,
      String endedWhy,
      int channels,
      long bytes) {}

  String HEAD =
      "SELECT r.id, r.job_id, r.name, r.source, r.first_micros, r.start_micros, r.began_at, r.why, a.name AS who, r.hours, r.pack, e.last_micros, e.samples, e.lost, e.why AS ended_why, (SELECT COUNT(*) FROM recording_channel c WHERE c.recording_id = r.id) AS channels, (SELECT COALESCE(SUM(LENGTH(p.content)), 0) FROM recording_part p WHERE p.recording_id = r.id) AS bytes FROM recording r JOIN account a ON a.id = r.account_id LEFT JOIN recording_end e ON e.recording_id = r.id ";

  @Select(HEAD + "WHERE r.job_id = #{job} ORDER BY r.began_at DESC LIMIT 200")
  List<Head> recordings(long job);

  /** Recordings of a unit in all its jobs, newest first. */
  @Select(
      HEAD
          + "JOIN job j ON j.id = r.job_id WHERE j.unit_id = #{unit} ORDER BY r.began_at DESC LIMIT 200")
  List<Head> recordingsOfUnit(long unit);

  @Select(HEAD + "WHERE r.id = #{id}")
  Optional<Head> recording(long id);

  @Select(
      "SELECT track, place, channel, name, spn, module, module_title, side, source, grp, bits, factor, shift, unit, words FROM recording_channel WHERE recording_id = #{recording} ORDER BY track, place")
  List<ChannelRow> channels(long recording);

  @Select({
    "<script>SELECT track, place, part, amount, first_micros, last_micros, content FROM recording_part WHERE recording_id = #{recording} AND track = #{track} AND last_micros &gt;= #{from} AND first_micros &lt;= #{to} AND place IN (-1<foreach collection='places' item='p'>, #{p}</foreach>) ORDER BY part, place</script>"
  })
  List<PartRow> partsOf(long recording, int track, List<Integer> places, long from, long to);

  record LevelRow(int track, int place, byte[] content) {}

  @Select({
    "<script>SELECT track, place, content FROM recording_level WHERE recording_id = #{recording} AND bucket_micros = #{bucket} AND track = #{track} AND place IN (<foreach collection='places' item='p' separator=','>#{p}</foreach>)</script>"
  })
  List<LevelRow> levels(long recording, long bucket, int track, List<Integer> places);

  @Select(
      "SELECT DISTINCT bucket_micros FROM recording_level WHERE recording_id = #{recording} ORDER BY bucket_micros")
  List<Long> buckets(long recording);

  record MarkRow(long id, String kind, long fromMicros, long toMicros, String text, String who) {}

  @Select(
      "SELECT m.id, m.kind, m.from_micros, m.to_micros, m.text, a.name AS who FROM recording_mark m LEFT JOIN account a ON a.id = m.account_id WHERE m.recording_id = #{recording} ORDER BY m.from_micros LIMIT 2000")
  List<MarkRow> marks(long recording);

  record SetRow(long id, String name, String channels, String who) {}

  @Select(
      "SELECT s.id, s.name, s.channels, a.name AS who FROM watch_set s JOIN account a ON a.id = s.account_id ORDER BY s.name LIMIT 200")
  List<SetRow> sets();

  /** Makes a set, or replaces one's own of that name; tells whether there was anything to do. */
  @Insert(
      "INSERT INTO watch_set (name, channels, account_id) VALUES (#{name}, #{channels}, #{account}) ON DUPLICATE KEY UPDATE channels = IF(account_id = #{account}, #{channels}, channels)")
  void keepSet(String name, String channels, long account);

  /**
   * Drops a set.
   *
   * @param any true for whoever may drop those of others
   */
  @Delete("DELETE FROM watch_set WHERE id = #{id} AND (#{any} OR account_id = #{account})")
  int dropSet(long id, long account, boolean any);

  @Select(
      "SELECT s.id, s.name, s.channels, a.name AS who FROM watch_set s JOIN account a ON a.id = s.account_id WHERE s.name = #{name}")
  Optional<SetRow> set(String name);

  @Select(
      "SELECT s.id, s.name, s.channels, a.name AS who FROM watch_set s JOIN account a ON a.id = s.account_id WHERE s.id = #{id}")
  Optional<SetRow> setOf(long id);

  /** How somebody mapped such columns the last time, else how anybody did. */
  @Select(
      "SELECT content FROM csv_map WHERE heads = #{heads} ORDER BY account_id = #{account} DESC, id DESC LIMIT 1")
  Optional<String> map(String heads, long account);

  @Insert(
      "INSERT INTO csv_map (heads, content, account_id) VALUES (#{heads}, #{content}, #{account}) ON DUPLICATE KEY UPDATE content = #{content}")
  void keepMap(String heads, String content, long account);

  @Insert(
      "INSERT INTO dbc_file (unit_id, name, content, account_id) VALUES (#{unit}, LEFT(#{name}, 200), #{content}, #{account})")
  void addDbc(long unit, String name, String content, long account);

  record DbcRow(long id, String name, String content) {}

  @Select("SELECT id, name, content FROM dbc_file WHERE unit_id = #{unit} ORDER BY id LIMIT 20")
  List<DbcRow> dbcFiles(long unit);

  @Delete("DELETE FROM dbc_file WHERE id = #{id} AND unit_id = #{unit}")
  int dropDbc(long id, long unit);
}
