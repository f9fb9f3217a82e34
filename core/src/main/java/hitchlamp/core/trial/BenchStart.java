package hitchlamp.core.trial;

import hitchlamp.core.j1939.Message;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;

/** Whether and when a test begins: its conditions, once a key cycle, the countdown. */
final class BenchStart {
  /** Id of the condition that the test was not run yet since the key came on. */
  private static final String KEY_CYCLE = "key-cycle";

  /** What is to be done about the beginning. */
  enum Now {
    /** Nothing: it waits. */
    WAITS,
    /** The countdown runs from now on. */
    COUNTS_DOWN,
    /** A condition no longer holds: the countdown is over. */
    BREAKS_OFF,
    /** The first command may be given. */
    BEGINS,
    /** Nobody watches, and a condition does not hold. */
    GIVEN_UP
  }

  private final TestSpec spec;
  private final BenchScene scene;
  private final Conditions conditions;
  private final KeyCycles keys = new KeyCycles();
  private final int address;
  private boolean usedUp;
  private long soonUntil = Long.MAX_VALUE;
  private long beginsAt;

  BenchStart(TestSpec spec, Pack pack, TestedUnit of, BenchScene scene) {
    this.spec = spec;
    this.scene = scene;
    this.conditions = new Conditions(spec.conditions(), pack);
    this.address = of.module().address();
    this.usedUp = of.usedUp();
  }

  void heard(Message m) {
    keys.heard(m);
    usedUp &= !keys.cameOn(address, Long.MIN_VALUE);
  }

  void vouch(String id) {
    conditions.vouch(id);
  }

  /** Begins as soon as every condition holds, or is given up after a while. */
  void soon() {
    soonUntil = scene.now() + Bench.SOON_MICROS;
  }

  /** Conditions as they stand. */
  List<Condition> now() {
    List<Condition> all = new ArrayList<>(conditions.now(scene));
    if (spec.onceAKeyCycle()) {
      all.add(keyCycle(usedUp));
    }
    return all;
  }

  /** The condition that a test was not run yet since the key came on. */
  static Condition keyCycle(boolean usedUp) {
    return new Condition(
        KEY_CYCLE,
        TrialWords.said("once-a-key-cycle"),
        usedUp ? Condition.State.FAILS : Condition.State.HOLDS,
        TrialWords.said(usedUp ? "it-was-run-since-the-key-came-on" : "not-run-yet"),
        false,
        TrialWords.said("turn-the-key-off-until"));
  }

  /** Why it cannot begin, for the user; null where it can. */
  Said open() {
    List<Condition> open = now().stream().filter(c -> !c.holds()).toList();
    return open.isEmpty()
        ? null
        : TrialWords.said(
            "not-begun",
            Said.joined(". ", open.stream().map(Condition::says).toList()),
            open.get(0).how());
  }

  /** Which condition broke the countdown off, with what is there instead. */
  Said lost() {
    return TrialWords.said(
        "a-condition-no-longer-holds",
        Said.joined(
            ", ",
            now().stream()
                .filter(c -> !c.holds())
                .map(c -> TrialWords.said("lost-condition", c.says(), c.now()))
                .toList()));
  }

  /** A person, or the program, wants it to begin. */
  Now begin() {
    if (open() != null) {
      return Now.WAITS;
    }
    beginsAt = scene.now() + Math.round(spec.delaySeconds() * 1e6);
    return spec.delaySeconds() > 0 ? Now.COUNTS_DOWN : Now.BEGINS;
  }

  /** Looks around while it is prepared. */
  Now waiting() {
    if (scene.now() < soonUntil - Bench.SOON_MICROS) {
      return Now.WAITS;
    }
    Now now = begin();
    return now == Now.WAITS && scene.now() >= soonUntil ? Now.GIVEN_UP : now;
  }

  /** Looks around while it is counted down. */
  Now counting() {
    if (now().stream().anyMatch(c -> !c.holds())) {
      return Now.BREAKS_OFF;
    }
    return scene.now() >= beginsAt ? Now.BEGINS : Now.WAITS;
  }

  double secondsLeft() {
    return Math.max(0, (beginsAt - scene.now()) / 1e6);
  }
}
