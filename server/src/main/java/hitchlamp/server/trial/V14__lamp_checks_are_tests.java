package hitchlamp.server.trial;

import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.trial.lamps.LampCheck;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.sql.Timestamp;
import java.util.ArrayList;
import java.util.List;
import org.flywaydb.core.api.migration.BaseJavaMigration;
import org.flywaydb.core.api.migration.Context;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Lamp checks become tests like the others. Its name is what Flyway goes by. */
@Component
class V14__lamp_checks_are_tests extends BaseJavaMigration {
  private final StoredRuns stored;
  private final JsonMapper json;

  V14__lamp_checks_are_tests(StoredRuns stored, JsonMapper json) {
    this.stored = stored;
    this.json = json;
  }

  /** A row as it was. */
  private record Old(
      long id,
      long job,
      Timestamp at,
      long account,
      Double hours,
      long micros,
      String content,
      String pack) {}

  @Override
  public void migrate(Context context) throws SQLException {
    Connection c = context.getConnection();
    List<Old> all = new ArrayList<>();
    try (Statement s = c.createStatement();
        ResultSet r =
            s.executeQuery(
                "SELECT d.id, d.job_id, d.done_at, d.account_id, d.engine_hours, d.bus_micros, d.content, u.pack"
                    + " FROM fault_deed d JOIN job j ON j.id = d.job_id JOIN unit u ON u.id = j.unit_id WHERE d.kind = 'LAMPS' ORDER BY d.id")) {
      while (r.next()) {
        all.add(
            new Old(
                r.getLong(1),
                r.getLong(2),
                r.getTimestamp(3),
                r.getLong(4),
                r.getObject(5, Double.class),
                r.getLong(6),
                r.getString(7),
                r.getString(8)));
      }
    }
    for (Old old : all) {
      move(c, old);
    }
  }

  private void move(Connection c, Old old) throws SQLException {
    OldLampChecks.Now now = OldLampChecks.read(json.readTree(old.content()));
    try (PreparedStatement run =
            c.prepareStatement(
                "INSERT INTO trial (job_id, kind, test, title, layout, module, module_title, began_at, began_micros, account_id, hours, pack, pack_hash)"
                    + " VALUES (?, ?, ?, ?, 1, ?, ?, ?, ?, ?, ?, ?, '')",
                Statement.RETURN_GENERATED_KEYS);
        PreparedStatement end =
            c.prepareStatement(
                "INSERT INTO trial_end (trial_id, ending, ended_at, verdict, says, next, content) VALUES (?, ?, ?, ?, LEFT(?, 1000), LEFT(?, 500), ?)");
        PreparedStatement gone = c.prepareStatement("DELETE FROM fault_deed WHERE id = ?")) {
      run.setLong(1, old.job());
      run.setString(2, LampCheck.ID);
      run.setString(3, OldLampChecks.TEST);
      run.setString(4, LampCheck.TITLE);
      run.setString(5, ModuleRef.UNIT.kind());
      run.setString(6, ModuleRef.UNIT.title());
      run.setTimestamp(7, old.at());
      run.setLong(8, old.micros());
      run.setLong(9, old.account());
      run.setObject(10, old.hours());
      run.setString(11, old.pack());
      run.executeUpdate();
      try (ResultSet key = run.getGeneratedKeys()) {
        key.next();
        end.setLong(1, key.getLong(1));
      }
      end.setString(2, now.ending());
      end.setTimestamp(3, old.at());
      end.setString(4, now.judgement().verdict().name());
      end.setString(5, now.judgement().says().text());
      end.setString(6, now.judgement().next().text());
      end.setBytes(7, stored.write(now.seen()));
      end.executeUpdate();
      gone.setLong(1, old.id());
      gone.executeUpdate();
    }
  }
}
