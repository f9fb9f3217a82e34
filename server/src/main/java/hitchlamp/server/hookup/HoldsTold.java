package hitchlamp.server.hookup;

import hitchlamp.core.station.Held;
import java.util.List;

/** Tells what modules have confirmed of what is held, and what they have not. */
final class HoldsTold {
  private final LiveReports reports;
  private List<Held> shown = List.of();

  HoldsTold(LiveReports reports) {
    this.reports = reports;
  }

  /**
   * What is held is another, or stands otherwise.
   *
   * @param log false where the hook-up only replays what was logged before
   */
  void changed(List<Held> now, boolean log, long micros) {
    if (log) {
      reports.keepHeld(now.stream().map(Held::hold).toList());
      tell(shown, now, micros);
    }
    shown = now;
  }

  private void tell(List<Held> before, List<Held> after, long at) {
    for (Held h : after) {
      boolean same =
          before.stream().anyMatch(b -> b.hold().equals(h.hold()) && b.state() == h.state());
      if (!same && h.state() == Held.State.HELD) {
        reports.held(HookupWords.say("the-module-confirmed", h.hold().says()), at);
      } else if (!same && h.state() == Held.State.NOT_CONFIRMED) {
        reports.held(HookupWords.say("not-confirmed", h.hold().says()), at);
      }
    }
    for (Held b : before) {
      if (b.goes() && after.stream().noneMatch(h -> h.hold().id().equals(b.hold().id()))) {
        reports.letGo(HookupWords.say("let-go-the-module-confirmed", b.hold().says()), at);
      }
    }
  }

  /** What is held, as the strip shows it. */
  static List<LinkView.HeldView> views(List<Held> holds, long now) {
    return holds.stream()
        .map(
            h ->
                new LinkView.HeldView(
                    h.hold().id(),
                    h.hold().says(),
                    h.hold().release(),
                    h.state(),
                    Math.max(0, now - h.sinceMicros()) / 1e6))
        .toList();
  }
}
