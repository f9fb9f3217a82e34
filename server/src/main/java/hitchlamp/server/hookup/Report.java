package hitchlamp.server.hookup;

import hitchlamp.server.account.Account;
import hitchlamp.server.account.Role;
import hitchlamp.server.job.Logbook;
import java.time.Instant;

/** What a hook-up found out and must be stored: data alone, so that it can wait in a file. */
public sealed interface Report {
  /** Whose doing it was. */
  record By(long id, String name, Role role) {
    public static By of(Account a) {
      return new By(a.id(), a.name(), a.role());
    }

    public Account account() {
      return new Account(id, name, "", role);
    }
  }

  record HookUpBegan(
      long id,
      long job,
      String link,
      String bus,
      String backbone,
      int bitRate,
      String pack,
      String packHash,
      long account)
      implements Report {}

  record HookUpEnded(long id, String reason) implements Report {}

  record Entered(long job, Logbook.Kind kind, String text, Long account, Logbook.Moment moment)
      implements Report {}

  /**
   * A module told whether the exhaust is hot.
   *
   * @param hotAt when it was; null where it is not
   */
  record ExhaustTold(long unit, Instant hotAt) implements Report {}

  /**
   * A roll call ended.
   *
   * @param shown what the unit told of itself
   */
  record RollEnded(
      long job, long hookUp, long account, String pack, String packHash, RollView roll, Shown shown)
      implements Report {}

  /** What a unit told of itself at a visit. */
  record Shown(
      String vin, String maker, String model, String pack, Double hours, Double kilometres) {}

  record FramesHeard(
      long hookUp,
      long firstMicros,
      long lastMicros,
      Instant wall,
      Double hours,
      String module,
      int entries,
      boolean pinned,
      byte[] content)
      implements Report {}
}
