package hitchlamp.core.signoff;

import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.ModuleFaults;
import hitchlamp.core.fault.MonitorResult;
import hitchlamp.core.pack.Pack;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/** What the tests of monitors leave open: a repair is proven only by one that passes well. */
public final class MonitorItems {
  private MonitorItems() {}

  /** Of the newest read. */
  public static List<OpenItem> of(FaultReading last, Pack pack) {
    List<OpenItem> open = new ArrayList<>();
    for (ModuleFaults m : last.modules()) {
      List<String> waiting = new ArrayList<>();
      for (MonitorResult r : MonitorResult.of(m.tests(), pack)) {
        switch (r.state()) {
          case FAILS ->
              open.add(new OpenItem(r.says(), SignoffWords.say("find-why-the-test-fails")));
          case NEAR ->
              open.add(new OpenItem(r.says(), SignoffWords.say("it-may-fail-with-the-next")));
          case NOT_RUN -> waiting.add(r.title());
          default -> {}
        }
      }
      if (m.testsUntold() > 0) {
        open.add(
            new OpenItem(
                SignoffWords.said(
                    "tests-of-the-module-not-told",
                    m.target().title().toLowerCase(Locale.ROOT),
                    String.join(", ", untold(m, pack))),
                SignoffWords.say("read-the-faults-again-to-the")));
      }
      // A monitor that is said not to have run is open by itself.
      boolean said = m.readiness().map(r -> !r.notReady().isEmpty()).orElse(false);
      if (!waiting.isEmpty() && !said) {
        open.add(
            new OpenItem(
                SignoffWords.said(
                    "tests-of-the-module-that-have",
                    m.target().title().toLowerCase(Locale.ROOT),
                    String.join(", ", waiting)),
                SignoffWords.say("drive-until-they-have-run-only")));
      }
    }
    return List.copyOf(open);
  }

  private static List<String> untold(ModuleFaults m, Pack pack) {
    return Stream.concat(
            m.untold().stream().map(spn -> pack.spnText(spn)),
            m.further().untoldTests().stream().map(MonitorResult::titleOf))
        .toList();
  }
}
