package hitchlamp.server.hookup;

import hitchlamp.core.bus.FrameBlock;
import hitchlamp.core.fault.ClearCall;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.FaultTarget;
import hitchlamp.core.fault.LampCheck;
import hitchlamp.core.fault.SelfTestCall;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.hookup.SpeedSearch;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.story.StoryReading;
import hitchlamp.core.story.TripReset;
import hitchlamp.core.trace.UnitAnswer;
import hitchlamp.core.trial.CutoutResult;
import hitchlamp.server.account.Account;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessResourceFailureException;

/**
 * Hands what a live owner reports to a thread of its own, in order, so that the owner never waits
 * for the database: a slow disk or a database that is away must not keep it from keeping alive and
 * letting go of what is held. What only the stream shows goes there at once. While the database is
 * away a report is tried again for {@link #PATIENCE_MILLIS}.
 */
final class QueuedReports implements LiveOwner.Reports {
  /** Reports that may wait. */
  static final int MOST_WAITING = 5_000;

  /** So long the database may be away without a report being lost. */
  static final long PATIENCE_MILLIS = 300_000;

  private static final Logger LOG = LoggerFactory.getLogger(QueuedReports.class);
  private static final long PAUSE_MILLIS = 500;
  private static final long AT_END_SECONDS = 15;

  private final LiveOwner.Reports to;
  private final ThreadPoolExecutor thread;

  QueuedReports(LiveOwner.Reports to, String name) {
    this.to = to;
    this.thread =
        new ThreadPoolExecutor(
            1,
            1,
            1,
            TimeUnit.MINUTES,
            new ArrayBlockingQueue<>(MOST_WAITING),
            r -> new Thread(r, name));
  }

  private void later(Runnable report) {
    try {
      thread.execute(() -> report(report));
    } catch (RejectedExecutionException e) {
      LOG.error("a report is lost: too many wait for the database");
    }
  }

  private static void report(Runnable report) {
    long until = System.nanoTime() + PATIENCE_MILLIS * 1_000_000;
    while (true) {
      try {
        report.run();
        return;
      } catch (DataAccessResourceFailureException
          | org.springframework.transaction.CannotCreateTransactionException
          | org.apache.ibatis.exceptions.PersistenceException e) {
        // The database is away: nothing of this report was kept yet.
        if (System.nanoTime() > until) {
          LOG.error("a report could not be kept", e);
          return;
        }
      } catch (RuntimeException e) {
        LOG.error("a report failed", e);
        return;
      }
      try {
        TimeUnit.MILLISECONDS.sleep(PAUSE_MILLIS);
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        return;
      }
    }
  }

  @Override
  public long began(SpeedSearch.Candidate candidate) {
    return to.began(candidate);
  }

  @Override
  public void link(LinkView view) {
    to.link(view);
  }

  @Override
  public void vitals(VitalsView view) {
    to.vitals(view);
  }

  @Override
  public void vessel(VesselView view) {
    to.vessel(view);
  }

  @Override
  public void roll(RollView view) {
    to.roll(view);
  }

  @Override
  public void tracing(long trace, String check, String waits) {
    to.tracing(trace, check, waits);
  }

  @Override
  public void traced(long trace, String check, UnitAnswer answer, long busMicros) {
    later(() -> to.traced(trace, check, answer, busMicros));
  }

  @Override
  public WatchReports.Sink watch() {
    return to.watch();
  }

  @Override
  public void rollEnded(Roll roll, RollView view, Account who, Pack pack, long busMicros) {
    later(() -> to.rollEnded(roll, view, who, pack, busMicros));
  }

  @Override
  public void replayed(int number, RollView view) {
    later(() -> to.replayed(number, view));
  }

  @Override
  public void replayed(FaultReading reading, Set<String> silent, Pack pack) {
    later(() -> to.replayed(reading, silent, pack));
  }

  @Override
  public void faults(
      FaultReading reading, Set<String> silent, Pack pack, Account who, FaultRun.Why why) {
    later(() -> to.faults(reading, silent, pack, who, why));
  }

  @Override
  public void replayed(StoryReading reading, Pack pack) {
    later(() -> to.replayed(reading, pack));
  }

  @Override
  public void story(StoryReading reading, Pack pack, Account who, StoryRun.Why why) {
    later(() -> to.story(reading, pack, who, why));
  }

  @Override
  public void tripReset(FaultTarget keeper, TripReset.Result result, Account who, long busMicros) {
    later(() -> to.tripReset(keeper, result, who, busMicros));
  }

  @Override
  public void cleared(List<ClearCall.Outcome> outcomes, Account who, long busMicros) {
    later(() -> to.cleared(outcomes, who, busMicros));
  }

  @Override
  public void selfTest(
      List<SelfTestCall.Outcome> outcomes, boolean ended, Account who, long busMicros) {
    later(() -> to.selfTest(outcomes, ended, who, busMicros));
  }

  @Override
  public void lamps(LampCheck.Result result, Account who, long busMicros) {
    later(() -> to.lamps(result, who, busMicros));
  }

  @Override
  public void cutout(CutoutResult result, TrialRun.Of of, boolean ended, long busMicros) {
    if (ended) {
      later(() -> to.cutout(result, of, true, busMicros));
    } else {
      to.cutout(result, of, false, busMicros);
    }
  }

  @Override
  public void log(String text, long busMicros) {
    later(() -> to.log(text, busMicros));
  }

  @Override
  public void held(String text, long busMicros) {
    later(() -> to.held(text, busMicros));
  }

  @Override
  public Double hours() {
    return to.hours();
  }

  @Override
  public boolean store(List<FrameBlock.Entry> entries, boolean pinned) {
    return to.store(entries, pinned);
  }

  /** The end is told when everything before it has been. */
  @Override
  public void ended(String reason) {
    later(() -> to.ended(reason));
    thread.shutdown();
    try {
      if (!thread.awaitTermination(AT_END_SECONDS, TimeUnit.SECONDS)) {
        LOG.warn("{} reports still wait for the database", thread.getQueue().size());
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }
}
