package hitchlamp.server.trial;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface TrialMapper {
  record Row(
      long id,
      String kind,
      String engine,
      LocalDateTime beganAt,
      LocalDateTime endedAt,
      String who,
      Double hours,
      String pack,
      byte[] content) {}

  @Insert(
      "INSERT INTO trial (job_id, kind, engine, began_at, account_id, hours, pack, pack_hash, verdict, content) VALUES (#{job}, #{kind}, #{engine}, #{began}, #{account}, #{hours}, #{pack}, #{packHash}, #{verdict}, #{content})")
  void add(
      long job,
      String kind,
      String engine,
      LocalDateTime began,
      long account,
      Double hours,
      String pack,
      String packHash,
      String verdict,
      byte[] content);

  @Select(
      "SELECT t.id, t.kind, t.engine, t.began_at, t.ended_at, a.name AS who, t.hours, t.pack, t.content FROM trial t JOIN account a ON a.id = t.account_id WHERE t.job_id = #{job} ORDER BY t.id DESC LIMIT 100")
  List<Row> ofJob(long job);

  @Select(
      "SELECT t.id, t.kind, t.engine, t.began_at, t.ended_at, a.name AS who, t.hours, t.pack, t.content FROM trial t JOIN account a ON a.id = t.account_id WHERE t.job_id = #{job} AND t.id = #{id}")
  Optional<Row> one(long job, long id);
}
