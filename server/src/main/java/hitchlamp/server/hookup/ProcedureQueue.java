package hitchlamp.server.hookup;

import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Station;

/**
 * Whose turn it is in one hook-up: procedures that ask many modules go one after another. Only the
 * live owner's thread changes it.
 */
public final class ProcedureQueue {
  private static final long PUBLISH_NANOS = 120_000_000L;

  /** What is told of a procedure. */
  public interface Told {
    /** It came further. */
    void progress();

    /** It has ended; something may follow. */
    void ended();

    /** The link is gone or the hook-up ends: what was found is kept, nothing follows. */
    void broken();
  }

  private final Station station;
  private Procedure<?> running;
  private volatile String underWay = "";
  private boolean givesWay;
  private Told told;
  private boolean dirty;
  private long publishedNanos;

  ProcedureQueue(Station station) {
    this.station = station;
  }

  public boolean busy() {
    return running != null;
  }

  /**
   * What is under way, as a sentence; empty where a person may begin something. What gives way
   * counts as nothing: it is cut off for whatever a person wants. From any thread.
   */
  String underWay() {
    return underWay;
  }

  /** The procedure whose turn it is, null where there is none. */
  public Procedure<?> running() {
    return running;
  }

  /** True where somebody has the turn who does not give way; who gives way is cut off. */
  public boolean taken() {
    if (running != null && givesWay) {
      station.stop(running);
      end();
    }
    return running != null;
  }

  /** Cuts a procedure off if its turn it is, in favour of what replaces it; nobody is told. */
  public void cutOff(Procedure<?> p) {
    if (running != null && running == p) {
      station.stop(running);
      end();
    }
  }

  /** Runs a procedure that a person waits for. */
  public void run(String says, Procedure<?> p, Told whom) {
    run(says, false, p, whom);
  }

  /** Runs a procedure that gives way to what a person wants. */
  public void runMeanwhile(Procedure<?> p, Told whom) {
    run("", true, p, whom);
  }

  private void run(String says, boolean meanwhile, Procedure<?> p, Told whom) {
    running = p;
    underWay = says;
    givesWay = meanwhile;
    told = whom;
    dirty = true;
    station.run(p);
  }

  void progressed(Procedure<?> procedure) {
    dirty |= procedure == running;
  }

  /** Tells what is new, ends what has ended. */
  void publish(long nanos) {
    if (running != null && running.finished()) {
      Told then = told;
      end();
      then.ended();
    } else if (dirty && nanos - publishedNanos > PUBLISH_NANOS) {
      publishedNanos = nanos;
      dirty = false;
      told.progress();
    }
  }

  private void end() {
    running = null;
    underWay = "";
    givesWay = false;
    dirty = false;
  }

  /** The link is gone or the hook-up ends. */
  void brokenOff() {
    if (running != null) {
      station.stop(running);
      Told then = told;
      end();
      then.broken();
    }
  }

  /** Of a procedure whose result is told in one way. */
  public static Told told(Runnable progress, Runnable ended, Runnable broken) {
    return new Told() {
      @Override
      public void progress() {
        progress.run();
      }

      @Override
      public void ended() {
        ended.run();
      }

      @Override
      public void broken() {
        broken.run();
      }
    };
  }
}
