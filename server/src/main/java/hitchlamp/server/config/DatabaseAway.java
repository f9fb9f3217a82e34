package hitchlamp.server.config;

import java.sql.SQLNonTransientConnectionException;
import java.sql.SQLRecoverableException;
import java.sql.SQLTransientException;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.RecoverableDataAccessException;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.transaction.CannotCreateTransactionException;

/** Whether something failed because the database does not answer just now. */
public final class DatabaseAway {
  private DatabaseAway() {}

  /** True where the same may go well once the database is back, however deep the cause lies. */
  public static boolean is(Throwable e) {
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
