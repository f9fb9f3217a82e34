package hitchlamp.server.storage;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Map;
import javax.sql.DataSource;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Traffic goes when the rule says so; what findings rest on stays. */
@ExtendWith(Installation.class)
class KeepingTest {
  private static long number(Installation.Running running, String text, Object... values) {
    try (Connection c = running.bean(DataSource.class).getConnection();
        PreparedStatement s = c.prepareStatement(text)) {
      for (int i = 0; i < values.length; i++) {
        s.setObject(i + 1, values[i]);
      }
      if (s.execute()) {
        ResultSet r = s.getResultSet();
        r.next();
        return r.getLong(1);
      }
      return s.getUpdateCount();
    } catch (SQLException e) {
      throw new IllegalStateException(e);
    }
  }

  private static long blocks(Installation.Running running, long job, boolean pinned) {
    return number(
        running,
        "SELECT COUNT(*) FROM frame_block b JOIN hook_up h ON h.id = b.hook_up_id WHERE h.job_id = ? AND b.pinned = ?",
        job,
        pinned);
  }

  /** A hook-up of so many days ago, with blocks that are pinned and blocks that are not. */
  private static long past(Installation.Running running, Person p, String name, int days) {
    long job = p.openJob(name);
    long hookUp = 1_000_000L + job;
    number(
        running,
        "INSERT INTO hook_up (id, job_id, link, bus, bit_rate, pack, pack_hash, account_id, began_at) SELECT ?, ?, 'sim/x', 'can250', 250000, 'base', '', id, UTC_TIMESTAMP(3) - INTERVAL ? DAY FROM account WHERE name = 'Technician 1'",
        hookUp,
        job,
        days);
    for (int i = 0; i < 6; i++) {
      number(
          running,
          "INSERT INTO frame_block (hook_up_id, first_micros, last_micros, first_wall, entries, pinned, bytes, content) VALUES (?, ?, ?, UTC_TIMESTAMP(3), 1, ?, 5000, REPEAT('x', 5000))",
          hookUp,
          i,
          i,
          i % 3 == 0);
    }
    number(
        running,
        "INSERT INTO hook_up_end (hook_up_id, ended_at, reason) VALUES (?, UTC_TIMESTAMP(3) - INTERVAL ? DAY, 'Unhooked.')",
        hookUp,
        days);
    return job;
  }

  @Test
  void onlyWhatNothingRestsOnGoesAndItIsSeenBefore(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    Person manager = Person.in(running, "Manager");
    long old = past(running, t, "Tipper of long ago", 200);
    long young = past(running, t, "Tipper of last week", 7);
    JsonNode would = t.must("GET", "/api/storage/would-remove?days=100&gigabytes=1000", null);
    assertThat(would.toString())
        .contains("Tipper of long ago")
        .doesNotContain("Tipper of last week");
    assertThat(t.post("/api/storage/rule", Map.of("days", 100, "gigabytes", 1_000)).status())
        .as("a technician does not change it")
        .isEqualTo(403);
    assertThat(manager.post("/api/storage/rule", Map.of("days", 0, "gigabytes", 5)).status())
        .isEqualTo(400);
    JsonNode view =
        manager.must("POST", "/api/storage/rule", Map.of("days", 100, "gigabytes", 1_000));
    assertThat(view.path("keeping").path("goesBytes").asLong()).isGreaterThanOrEqualTo(20_000);
    assertThat(manager.must("POST", "/api/storage/clean", Map.of()).path("bytes").asLong())
        .isGreaterThanOrEqualTo(20_000);
    assertThat(blocks(running, old, false)).isZero();
    assertThat(blocks(running, old, true)).as("what findings rest on").isEqualTo(2);
    assertThat(blocks(running, young, false)).isEqualTo(4);
    assertThat(t.must("GET", "/api/jobs/" + old + "/logbook", null).toString())
        .contains("removed by the keeping rule");
    manager.must("POST", "/api/storage/rule", Map.of("days", 90, "gigabytes", 20));
  }

  @Test
  void theStorageOfTheServerIsToldToEverybody(Installation.Running running) {
    JsonNode s = Person.in(running, "Specialist 1").must("GET", "/api/storage", null);
    assertThat(s.path("disk").path("totalBytes").asLong()).isPositive();
    assertThat(s.path("lostReports").asLong()).isZero();
  }
}
