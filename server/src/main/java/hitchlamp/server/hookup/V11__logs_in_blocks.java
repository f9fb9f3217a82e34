package hitchlamp.server.hookup;

import hitchlamp.core.bus.FrameBlock;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import org.flywaydb.core.api.migration.BaseJavaMigration;
import org.flywaydb.core.api.migration.Context;
import org.springframework.stereotype.Component;

/** Logs that were kept in one piece are kept in blocks. Its name is what Flyway goes by. */
@Component
class V11__logs_in_blocks extends BaseJavaMigration {
  @Override
  public void migrate(Context context) throws SQLException {
    Connection c = context.getConnection();
    List<Long> logs = new ArrayList<>();
    try (Statement s = c.createStatement();
        ResultSet r = s.executeQuery("SELECT id FROM recorded_log WHERE content IS NOT NULL")) {
      while (r.next()) {
        logs.add(r.getLong(1));
      }
    }
    for (long log : logs) {
      split(c, log);
    }
  }

  private static void split(Connection c, long log) throws SQLException {
    byte[] content;
    try (PreparedStatement s =
        c.prepareStatement("SELECT content FROM recorded_log WHERE id = ?")) {
      s.setLong(1, log);
      try (ResultSet r = s.executeQuery()) {
        r.next();
        content = r.getBytes(1);
      }
    }
    try (PreparedStatement add =
            c.prepareStatement(
                "INSERT INTO recorded_log_block (recorded_log_id, entries, content) VALUES (?, ?, ?)");
        PreparedStatement gone =
            c.prepareStatement("UPDATE recorded_log SET content = NULL WHERE id = ?")) {
      for (byte[] block : StoredBlocks.ofLog(content)) {
        List<FrameBlock.Entry> entries = StoredBlocks.unpack(block);
        add.setLong(1, log);
        add.setInt(2, entries.size());
        add.setBytes(3, block);
        add.execute();
      }
      gone.setLong(1, log);
      gone.execute();
    }
  }
}
