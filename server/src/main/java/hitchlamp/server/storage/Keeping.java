package hitchlamp.server.storage;

import hitchlamp.server.account.Account;
import hitchlamp.server.job.Logbook;
import jakarta.annotation.PostConstruct;
import jakarta.annotation.PreDestroy;
import jakarta.validation.constraints.NotNull;
import java.time.Clock;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;

/**
 * How long the traffic of hook-ups is kept. Spans that a roll call, a read or a test used are
 * pinned and stay, as does every finding, recording and entry; only the frames between go, those of
 * the hook-ups that ended longest ago first.
 */
@Service
class Keeping {
  private static final Logger LOG = LoggerFactory.getLogger(Keeping.class);
  private static final long GIGABYTE = 1024L * 1024 * 1024;
  private static final int BLOCKS_AT_ONCE = 200;

  private final KeepingMapper mapper;
  private final Logbook logbook;
  private final Clock clock;
  private final ScheduledExecutorService hourly =
      Executors.newSingleThreadScheduledExecutor(
          r -> {
            Thread t = new Thread(r, "keeping");
            t.setDaemon(true);
            return t;
          });

  Keeping(KeepingMapper mapper, Logbook logbook, Clock clock) {
    this.mapper = mapper;
    this.logbook = logbook;
    this.clock = clock;
  }

  /**
   * The rule.
   *
   * @param days after the end of a hook-up for which its traffic is kept
   * @param gigabytes of traffic that are kept at most
   */
  record KeepingRule(@NotNull int days, @NotNull int gigabytes) {}

  /** A hook-up whose traffic the rule removes. */
  record Goes(
      @NotNull long hookUp,
      @NotNull long job,
      @NotNull String number,
      @NotNull String fleetNumber,
      @NotNull LocalDateTime beganAt,
      @NotNull long bytes) {}

  /** The rule, what is kept, and what it removes the next time. */
  record KeepingView(
      @NotNull KeepingRule rule,
      @NotNull long keptBytes,
      @NotNull long pinnedBytes,
      @NotNull List<Goes> goes,
      @NotNull long goesBytes) {}

  @Mapper
  interface KeepingMapper {
    @Select("SELECT days, gigabytes FROM keeping WHERE id = 1")
    KeepingRule rule();

    @Update(
        "UPDATE keeping SET days = #{days}, gigabytes = #{gigabytes}, account_id = #{account}, changed_at = CURRENT_TIMESTAMP(3) WHERE id = 1")
    void change(int days, int gigabytes, long account);

    @Select("SELECT COALESCE(SUM(bytes), 0) FROM frame_block WHERE pinned = #{pinned}")
    long bytes(boolean pinned);

    record Ended(
        long hookUp,
        long job,
        String number,
        String fleetNumber,
        LocalDateTime beganAt,
        LocalDateTime endedAt,
        long bytes) {}

    /** Hook-ups that have ended and have traffic that is not pinned, those longest ago first. */
    @Select(
        "SELECT h.id AS hook_up, j.id AS job, j.number, u.fleet_number, h.began_at, e.ended_at, b.bytes FROM (SELECT hook_up_id, SUM(bytes) AS bytes FROM frame_block WHERE pinned = FALSE GROUP BY hook_up_id) b JOIN hook_up h ON h.id = b.hook_up_id JOIN hook_up_end e ON e.hook_up_id = h.id JOIN job j ON j.id = h.job_id JOIN unit u ON u.id = j.unit_id ORDER BY e.ended_at, h.id")
    List<Ended> ended();

    @Delete("DELETE FROM frame_block WHERE hook_up_id = #{hookUp} AND NOT pinned LIMIT #{most}")
    int drop(long hookUp, int most);
  }

  @PostConstruct
  void start() {
    hourly.scheduleWithFixedDelay(this::clean, 5, 60, TimeUnit.MINUTES);
  }

  @PreDestroy
  void stop() {
    hourly.shutdownNow();
  }

  KeepingView view() {
    List<Goes> goes = goes(mapper.rule());
    return new KeepingView(
        mapper.rule(),
        mapper.bytes(false),
        mapper.bytes(true),
        goes,
        goes.stream().mapToLong(Goes::bytes).sum());
  }

  /** What a rule that is not yet in force would remove. */
  List<Goes> goes(KeepingRule rule) {
    LocalDateTime before =
        LocalDateTime.ofInstant(clock.instant(), ZoneOffset.UTC).minusDays(rule.days());
    long kept = mapper.bytes(false) + mapper.bytes(true);
    List<Goes> goes = new ArrayList<>();
    for (KeepingMapper.Ended e : mapper.ended()) {
      if (e.endedAt().isBefore(before) || kept > rule.gigabytes() * GIGABYTE) {
        kept -= e.bytes();
        goes.add(
            new Goes(e.hookUp(), e.job(), e.number(), e.fleetNumber(), e.beganAt(), e.bytes()));
      }
    }
    return goes;
  }

  void change(KeepingRule rule, Account who) {
    mapper.change(rule.days(), rule.gigabytes(), who.id());
  }

  /** Removes what the rule removes; gives the bytes. */
  synchronized long clean() {
    try {
      long bytes = 0;
      for (Goes g : goes(mapper.rule())) {
        while (mapper.drop(g.hookUp(), BLOCKS_AT_ONCE) == BLOCKS_AT_ONCE) {
          // A few at a time, so that nobody waits long.
        }
        bytes += g.bytes();
        logbook.enter(
            g.job(),
            Logbook.Kind.LINK,
            StorageWords.say(
                "traffic-removed",
                g.beganAt().toLocalDate(),
                String.format(java.util.Locale.ROOT, "%.1f", g.bytes() / 1e6)),
            null,
            Logbook.Moment.UNKNOWN);
      }
      return bytes;
    } catch (RuntimeException e) {
      LOG.warn("traffic could not be cleaned up this time: {}", e.toString());
      return 0;
    }
  }
}
