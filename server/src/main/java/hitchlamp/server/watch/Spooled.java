package hitchlamp.server.watch;

import java.time.Instant;
import java.util.List;

/** What a spool keeps of a recording beside its samples. */
final class Spooled {
  private Spooled() {}

  /** What a spool says of its recording. */
  record Head(
      long id,
      long job,
      String name,
      String source,
      long firstMicros,
      long startMicros,
      Instant began,
      String why,
      long account,
      Double hours,
      String pack,
      String packHash) {}

  /** A mark as a spool keeps it. */
  record Mark(String kind, long fromMicros, long toMicros, String text, Long account) {}

  /** What is known where a spool goes on after it left something out. */
  record Restart(Head head, List<Tracks.Place> tracks, long samples) {}

  /** The end as a spool keeps it. */
  record End(long lastMicros, long samples, long lost, String why) {}
}
