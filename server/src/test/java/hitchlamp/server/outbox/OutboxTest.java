package hitchlamp.server.outbox;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.CountDownLatch;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.dao.QueryTimeoutException;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.transaction.support.SimpleTransactionStatus;
import org.springframework.transaction.support.TransactionCallback;
import org.springframework.transaction.support.TransactionOperations;
import tools.jackson.databind.json.JsonMapper;

/**
 * Whatever the database does and whenever the server ends: every report is stored once, in the
 * order of its lane.
 */
class OutboxTest {
  record Probe(String lane, int number) {}

  /**
   * A database in memory that commits, rolls back, loses its connection, and is away for a while.
   */
  private static final class Shaky implements TransactionOperations, Outbox.KeptMapper {
    final List<Probe> stored = new ArrayList<>();
    final Set<Long> ids = new HashSet<>();
    final Random random;
    private final List<Probe> pending = new ArrayList<>();
    private final Set<Long> pendingIds = new HashSet<>();
    volatile boolean away;
    private int failures;
    private final int mostFailures;

    Shaky(long seed, int mostFailures) {
      random = new Random(seed);
      this.mostFailures = mostFailures;
    }

    private void maybeFail() {
      if (away) {
        throw new DataAccessResourceFailureException("away");
      }
      if (failures < mostFailures && random.nextInt(4) == 0) {
        failures++;
        throw switch (random.nextInt(6)) {
          case 0 -> new DataAccessResourceFailureException("gone");
          case 1 -> new CannotCreateTransactionException("no connection");
          case 2 -> new QueryTimeoutException("too slow");
          case 3 -> new IllegalStateException("anything");
          case 4 -> new org.apache.ibatis.exceptions.PersistenceException("mapping");
          default -> new org.springframework.dao.DataIntegrityViolationException("not there yet");
        };
      }
    }

    @Override
    public synchronized <T> T execute(TransactionCallback<T> action) {
      pending.clear();
      pendingIds.clear();
      maybeFail();
      T done = action.doInTransaction(new SimpleTransactionStatus());
      maybeFail();
      stored.addAll(pending);
      ids.addAll(pendingIds);
      // Committed, and the answer is lost on the way back.
      maybeFail();
      return done;
    }

    void keep(Probe p) {
      maybeFail();
      pending.add(p);
    }

    @Override
    public void once(long id) {
      if (ids.contains(id)) {
        throw new DuplicateKeyException("Duplicate entry for key report_kept.PRIMARY");
      }
      pendingIds.add(id);
    }

    @Override
    public void forgetOld() {}

    @Override
    public void at(double seconds) {}

    @Override
    public void now() {}
  }

  private static Outbox outbox(Path folder, Shaky database) {
    Outbox outbox =
        new Outbox(
            folder,
            database,
            database,
            JsonMapper.builder().build(),
            Clock.systemUTC(),
            Thread::yield);
    outbox.handles(Probe.class, database::keep);
    return outbox;
  }

  private static void inOrderAndOnce(Shaky database, int lanes, int each) {
    for (int l = 0; l < lanes; l++) {
      String lane = "lane " + l;
      List<Integer> numbers =
          database.stored.stream().filter(p -> p.lane().equals(lane)).map(Probe::number).toList();
      List<Integer> all = Stream.iterate(0, n -> n + 1).limit(each).toList();
      assertThat(numbers).as(lane).isEqualTo(all);
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12})
  void everyReportIsStoredOnceAndInOrder(long seed, @TempDir Path folder) throws Exception {
    Shaky database = new Shaky(seed, 400);
    Outbox outbox = outbox(folder, database);
    List<Outbox.Lane> lanes = new ArrayList<>();
    for (int l = 0; l < 4; l++) {
      lanes.add(outbox.lane("lane " + l));
    }
    for (int n = 0; n < 100; n++) {
      for (int l = 0; l < 4; l++) {
        lanes.get(l).put(new Probe("lane " + l, n));
      }
      database.away = n % 30 > 20;
    }
    database.away = false;
    for (Outbox.Lane lane : lanes) {
      assertThat(lane.await(Duration.ofSeconds(30))).isTrue();
    }
    inOrderAndOnce(database, 4, 100);
    assertThat(outbox.waiting()).isZero();
    assertThat(outbox.lost()).isZero();
    try (Stream<Path> left = Files.list(folder)) {
      assertThat(left.filter(Files::isRegularFile)).isEmpty();
    }
    outbox.close();
  }

  @ParameterizedTest
  @ValueSource(longs = {21, 22, 23, 24, 25, 26, 27, 28})
  void whatAnEndOfTheServerLeavesIsStoredAtTheNextStart(long seed, @TempDir Path folder)
      throws Exception {
    Shaky database = new Shaky(seed, 300);
    for (int life = 0; life < 5; life++) {
      Outbox outbox = outbox(folder, database);
      outbox.recover();
      Outbox.Lane lane = outbox.lane("lane 0");
      for (int n = 0; n < 20; n++) {
        lane.put(new Probe("lane 0", life * 20 + n));
      }
      // The server ends: some of it is stored, some only on disk, the database perhaps away.
      database.away = database.random.nextBoolean();
      outbox.endNow();
      database.away = false;
    }
    Outbox last = outbox(folder, database);
    last.recover();
    inOrderAndOnce(database, 1, 100);
    last.close();
  }

  @Test
  void whatAPowerCutLeftHalfWrittenIsClearedAwayAndEndsNoStart(@TempDir Path folder)
      throws Exception {
    Path half = Files.writeString(folder.resolve("17.half"), "{\"lane\":");
    Shaky database = new Shaky(1, 0);
    Outbox outbox = outbox(folder, database);
    outbox.recover();
    assertThat(half).doesNotExist();
    assertThat(database.stored).isEmpty();
    outbox.close();
  }

  @Test
  @Timeout(120)
  void whereNoFileTakesThemMemoryHoldsSoManyAndTheRestIsCountedAsLost(@TempDir Path folder)
      throws Exception {
    Path reports = folder.resolve("reports");
    Shaky database = new Shaky(1, 0);
    Outbox outbox = outbox(reports, database);
    Files.delete(reports.resolve("aside"));
    Files.delete(reports);
    database.away = true;
    String large = "x".repeat(1 << 20);
    int holds = (int) (Outbox.MOST_IN_MEMORY >> 20) - 1;
    Outbox.Lane lane = outbox.lane("lane 0");
    for (int n = 0; n < holds + 20; n++) {
      lane.put(new Probe(large, n));
    }
    while (outbox.lost() < 20) {
      Thread.onSpinWait();
    }
    database.away = false;
    assertThat(lane.await(Duration.ofSeconds(60))).isTrue();
    assertThat(database.stored).hasSize(holds);
    assertThat(outbox.waiting()).isZero();
    lane.put(new Probe("short", 1));
    assertThat(lane.await(Duration.ofSeconds(60))).isTrue();
    assertThat(database.stored).as("there is room again").hasSize(holds + 1);
    assertThat(outbox.lost()).isEqualTo(20);
    outbox.close();
  }

  /** Three reports of one lane, and the time that it takes to store them. */
  private static void threeAreReported(Outbox outbox) {
    Outbox.Lane lane = outbox.lane("lane 0");
    for (int n = 0; n < 3; n++) {
      lane.put(new Probe("lane 0", n));
    }
    assertThat(lane.await(Duration.ofSeconds(30))).isTrue();
  }

  @Test
  void aReportThatCannotBeStoredKeepsNoneBehindItAndIsSetAside(@TempDir Path folder)
      throws Exception {
    Shaky database = new Shaky(1, 0);
    Outbox outbox = outbox(folder, database);
    outbox.handles(
        Probe.class,
        p -> {
          if (p.number() == 1) {
            throw new IllegalStateException("this one never");
          }
          database.keep(p);
        });
    threeAreReported(outbox);
    assertThat(database.stored).extracting(Probe::number).containsExactly(0, 2);
    try (Stream<Path> aside = Files.list(folder.resolve("aside"))) {
      assertThat(aside).hasSize(1);
    }
    outbox.close();
  }

  private static RuntimeException full() {
    return new IllegalStateException(new java.sql.SQLException("is full", "HY000", 1114));
  }

  @Test
  void whileTheDiskIsFullReportsWaitHoweverLongAndNoneIsSetAside(@TempDir Path folder)
      throws Exception {
    Shaky database = new Shaky(1, 0);
    Outbox outbox = outbox(folder, database);
    int[] refused = {0};
    outbox.handles(
        Probe.class,
        p -> {
          if (p.number() == 1 && refused[0]++ < 5 * Outbox.TRIES) {
            throw full();
          }
          database.keep(p);
        });
    threeAreReported(outbox);
    assertThat(database.stored).extracting(Probe::number).containsExactly(0, 1, 2);
    try (Stream<Path> aside = Files.list(folder.resolve("aside"))) {
      assertThat(aside).isEmpty();
    }
    outbox.close();
  }

  @Test
  void aStartOnAFullDiskIsRefusedAndLeavesEverythingForALaterOne(@TempDir Path folder)
      throws Exception {
    Shaky database = new Shaky(1, 0);
    Outbox first = outbox(folder, database);
    database.away = true;
    for (int n = 0; n < 3; n++) {
      first.lane("lane " + n).put(new Probe("lane " + n, 0));
    }
    first.endNow();
    database.away = false;
    Outbox onFull = outbox(folder, database);
    onFull.handles(
        Probe.class,
        p -> {
          throw full();
        });
    assertThatThrownBy(onFull::recover).hasMessageContaining("no room in the database");
    Outbox later = outbox(folder, database);
    later.recover();
    assertThat(database.stored)
        .extracting(Probe::lane)
        .containsExactlyInAnyOrder("lane 0", "lane 1", "lane 2");
    later.close();
  }

  @Test
  void whoReportsNeverWaitsForTheDatabase(@TempDir Path folder) throws Exception {
    Shaky database = new Shaky(1, 0);
    CountDownLatch open = new CountDownLatch(1);
    Outbox outbox = outbox(folder, database);
    outbox.handles(
        Probe.class,
        p -> {
          try {
            open.await();
          } catch (InterruptedException e) {
            throw new IllegalStateException(e);
          }
          database.keep(p);
        });
    Outbox.Lane lane = outbox.lane("lane 0");
    for (int n = 0; n < 1_000; n++) {
      lane.put(new Probe("lane 0", n));
    }
    assertThat(lane.await(Duration.ofMillis(1))).as("nothing is stored yet").isFalse();
    assertThat(outbox.waiting()).isEqualTo(1_000);
    open.countDown();
    assertThat(lane.await(Duration.ofSeconds(30))).isTrue();
    inOrderAndOnce(database, 1, 1_000);
    outbox.close();
  }
}
