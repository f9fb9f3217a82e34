package hitchlamp.server.config;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;

import hitchlamp.server.support.Installation;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.sql.SQLException;
import javax.sql.DataSource;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.dao.DataAccessException;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.UncategorizedSQLException;
import org.springframework.jdbc.core.JdbcTemplate;

/**
 * What has to wait for the database, or for room on its disk, is told from what never goes well.
 */
@ExtendWith(Installation.class)
class DatabaseAwayTest {
  /** What the real database says of a table that may not grow, as MyBatis hands it on. */
  private static DataAccessException full(Installation.Running running) {
    JdbcTemplate jdbc = new JdbcTemplate(running.bean(DataSource.class));
    return jdbc.execute(
        (java.sql.Connection c) -> {
          try (var s = c.createStatement()) {
            s.execute("SET SESSION max_heap_table_size = 16384");
            s.execute("CREATE TEMPORARY TABLE small (t CHAR(200)) ENGINE = MEMORY");
            for (int i = 0; i < 10_000; i++) {
              s.execute("INSERT INTO small VALUES (REPEAT('x', 200))");
            }
            return null;
          } catch (SQLException e) {
            return new UncategorizedSQLException("insert", null, e);
          } finally {
            try (var s = c.createStatement()) {
              s.execute("DROP TEMPORARY TABLE IF EXISTS small");
              s.execute("SET SESSION max_heap_table_size = DEFAULT");
            }
          }
        });
  }

  @Test
  void aFullTableOfTheRealDatabaseIsWaitedForAndSaidAsAFullDisk(Installation.Running running) {
    DataAccessException full = full(running);
    assertThat(full).isNotNull();
    assertThat(DatabaseAway.full(full)).isTrue();
    assertThat(DatabaseAway.is(new IllegalStateException("a recording", full))).isTrue();
    ResponseEntity<Problems.Problem> told = new Problems().other(full);
    assertThat(told.getStatusCode().value()).isEqualTo(507);
    assertThat(told.getBody().message()).contains("disk of the server is full", "not saved");
    assertThat(told.getBody().next()).contains("Free space");
  }

  @Test
  void whateverElseIsWrongIsNotTakenForAFullDisk(Installation.Running running) {
    JdbcTemplate jdbc = new JdbcTemplate(running.bean(DataSource.class));
    Throwable wrong =
        catchThrowable(() -> jdbc.execute("INSERT INTO there_is_no_such_table VALUES (28)"));
    assertThat(wrong).isInstanceOf(DataAccessException.class);
    assertThat(DatabaseAway.is(wrong)).as("it never goes well").isFalse();
    assertThat(DatabaseAway.full(new IOException("row 28 has no end"))).isFalse();
    assertThat(DatabaseAway.full(new SQLException("Got error 122 from InnoDB", "HY000", 1030)))
        .isFalse();
    assertThat(new Problems().other(new IllegalStateException("28")).getStatusCode().value())
        .isEqualTo(500);
  }

  @Test
  void aDiskIsFullHoweverItIsSaid() {
    IOException ours = new IOException("/spool/7.part: No space left on device");
    assertThat(DatabaseAway.full(new UncheckedIOException(ours))).isTrue();
    String error = "Got error 28 \"No space left on device\" from storage engine InnoDB";
    assertThat(DatabaseAway.full(new SQLException(error, "HY000", 1030))).isTrue();
    assertThat(DatabaseAway.full(new SQLException("Errcode: 28", "HY000", 3))).isTrue();
    assertThat(DatabaseAway.full(new SQLException("Disk full", "HY000", 1021))).isTrue();
  }
}
