package hitchlamp.server.watch;

import org.springframework.stereotype.Service;

/** Recordings that come back with a case file. */
@Service
public class RestoredRecordings {
  private final Levels levels;

  RestoredRecordings(Levels levels) {
    this.levels = levels;
  }

  /**
   * Reads a recording that was written back as a whole, and makes what draws it fast.
   *
   * @throws IllegalArgumentException if a channel or a column of it cannot be understood
   */
  public void check(long recording) {
    levels.make(recording);
  }
}
