package hitchlamp.server.hookup;

import java.util.List;
import java.util.function.Function;
import java.util.function.Supplier;

/**
 * What was read in a stored hook-up that is lived again: shown, and not stored a second time.
 *
 * @param <T> what is read
 */
public final class Again<T> implements Tenant {
  private final TenantReports reports;
  private final Supplier<List<T>> read;
  private final Function<T, Runnable> telling;
  private int shown;

  /**
   * Of one capability on one link.
   *
   * @param read all that was read so far; grows as the hook-up is lived
   * @param telling how one of it is shown; made on the owner's thread, run by the reports
   */
  public Again(TenantReports reports, Supplier<List<T>> read, Function<T, Runnable> telling) {
    this.reports = reports;
    this.read = read;
    this.telling = telling;
  }

  @Override
  public void publish(long nanos, long micros) {
    for (; shown < read.get().size(); shown++) {
      reports.show(telling.apply(read.get().get(shown)));
    }
  }
}
