package hitchlamp.core.signoff;

import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.InducementStanding;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.words.Said;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** A unit that takes power away, or that will go on doing so, is not signed off. */
public final class InducementItem {
  private InducementItem() {}

  /** Of the newest read; empty where the unit does nothing of the kind. */
  public static Optional<OpenItem> of(FaultReading last, Pack pack) {
    return InducementStanding.of(last, pack)
        .map(s -> new OpenItem(Said.joined(" ", List.of(s.now(), s.why())), next(s, pack)));
  }

  private static String next(InducementStanding s, Pack pack) {
    String tests =
        s.clears().stream()
            .flatMap(t -> Optional.ofNullable(pack.bench().tests().get(t)).stream())
            .map(TestSpec::title)
            .collect(Collectors.joining(", "));
    String then =
        tests.isEmpty()
            ? SignoffWords.say("mend-the-cause-of-it")
            : SignoffWords.say("mend-it-then-clear", tests);
    return s.next().text() + " " + then;
  }
}
