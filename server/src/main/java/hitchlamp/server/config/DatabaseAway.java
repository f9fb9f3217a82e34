package hitchlamp.server.config;

import java.io.IOException;
import java.sql.SQLException;
import java.sql.SQLNonTransientConnectionException;
import java.sql.SQLRecoverableException;
import java.sql.SQLTransientException;
import java.util.Set;
import java.util.regex.Pattern;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.RecoverableDataAccessException;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.transaction.CannotCreateTransactionException;

/** Whether something failed because the database does not answer just now, or has no room. */
public final class DatabaseAway {
  /** MariaDB's "disk full" and "the table is full" (ER_DISK_FULL, ER_RECORD_FILE_FULL). */
  private static final Set<Integer> NO_ROOM = Set.of(1021, 1114);

  /** A file that it cannot write (EE_WRITE, ER_ERROR_ON_WRITE, ER_GET_ERRNO), for any reason. */
  private static final Set<Integer> NOT_WRITTEN = Set.of(3, 1026, 1030);

  /** How ENOSPC of POSIX is told: in words, MariaDB sometimes by its number alone. */
  private static final Pattern IN_WORDS = Pattern.compile("No\\s+space\\s+left");

  private static final Pattern ENOSPC = Pattern.compile("\\b28\\b|" + IN_WORDS);

  private DatabaseAway() {}

  /** True where there is no room left on a disk, the database's or our own. */
  public static boolean full(Throwable e) {
    for (Throwable c = e; c != null; c = c.getCause() == c ? null : c.getCause()) {
      String says = String.valueOf(c.getMessage());
      if (c instanceof SQLException s
          && (NO_ROOM.contains(s.getErrorCode())
              || NOT_WRITTEN.contains(s.getErrorCode()) && ENOSPC.matcher(says).find())) {
        return true;
      }
      if (c instanceof IOException && IN_WORDS.matcher(says).find()) {
        return true;
      }
    }
    return false;
  }

  /**
   * True where the same may go well once the database is back, or its disk has room again, however
   * deep the cause lies.
   */
  public static boolean is(Throwable e) {
    if (full(e)) {
      return true;
    }
    for (Throwable c = e; c != null; c = c.getCause() == c ? null : c.getCause()) {
      if (c instanceof DataAccessResourceFailureException
          || c instanceof RecoverableDataAccessException
          || c instanceof TransientDataAccessException
          || c instanceof CannotCreateTransactionException
          || c instanceof SQLTransientException
          || c instanceof SQLRecoverableException
          || c instanceof SQLNonTransientConnectionException) {
        return true;
      }
    }
    return false;
  }
}
