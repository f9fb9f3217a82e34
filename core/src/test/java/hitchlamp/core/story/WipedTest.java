package hitchlamp.core.story;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.fault.FaultState;
import hitchlamp.core.j1939.Readiness;
import hitchlamp.core.words.Said;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;

/** Cases worked by hand: what remains when somebody has cleared the faults. */
class WipedTest {
  private static List<Finding.Kind> kinds(List<Finding> findings) {
    return findings.stream().map(Finding::kind).toList();
  }

  @Test
  void aClearThreeHoursAgoIsNamedWithItsTimeAndTheTool() {
    Stories s = new Stories().clearNoted(996.8, "OAKTOOL");
    s.minutes = OptionalInt.of(192);
    s.warmUps = OptionalInt.of(1);
    Finding f = s.findings().get(0);
    assertThat(f.kind()).isEqualTo(Finding.Kind.WIPED_LATELY);
    assertThat(f.title().toString())
        .isEqualTo("Faults were cleared 3.2 h of engine time before this visit.");
    assertThat(f.reasons())
        .extracting(Said::toString)
        .containsExactly(
            "The engine module counts 3.2 h since a clear (DM21).",
            "The engine module counts 1 warm-up since a clear (DM26).",
            "The trail of the engine module shows a clear 3.2 h of engine time ago by \"OAKTOOL\".");
    assertThat(f.next()).isNotEmpty();
  }

  @Test
  void aClearLongAgoIsNoFinding() {
    Stories s = new Stories().clearNoted(700, "REED");
    s.minutes = OptionalInt.of(300 * 60);
    s.warmUps = OptionalInt.of(35);
    assertThat(s.findings()).isEmpty();
  }

  @Test
  void aModuleThatWasNeverClearedCountsItsWholeLife() {
    Stories s = new Stories();
    s.minutes = OptionalInt.of(1_000 * 60);
    s.warmUps = OptionalInt.of(250);
    assertThat(s.findings()).isEmpty();
  }

  @Test
  void whatWeClearedOurselvesIsKnownAndNotHeldAgainstAnybody() {
    Stories s = new Stories().hot(113, 990).clearNoted(999.5, "SA 249");
    s.minutes = OptionalInt.of(30);
    s.warmUps = OptionalInt.of(0);
    s.readiness =
        Optional.of(
            new Readiness(
                0, 0, 20, List.of(new Readiness.Monitor("particulate filter", false, false))));
    assertThat(kinds(s.findings(999.5)))
        .containsExactly(Finding.Kind.PROTECTION, Finding.Kind.KNOWN_CLEAR);
  }

  @Test
  void monitorsThatHaveNotRunShowARecentClearWhereNothingCounts() {
    Stories s = new Stories();
    s.readiness =
        Optional.of(
            new Readiness(
                0,
                0,
                20,
                List.of(
                    new Readiness.Monitor("particulate filter", false, false),
                    new Readiness.Monitor("misfire", true, true))));
    assertThat(s.findings().get(0).title().toString())
        .isEqualTo("Faults were cleared not long before this visit.");
    assertThat(s.findings().get(0).reasons())
        .extracting(Said::toString)
        .containsExactly(
            "The engine module has 1 of 2 monitors not run since a clear, after 1,000 h of engine time.");
    s.engineHours = 40;
    assertThat(kinds(s.findings())).as("a new engine").doesNotContain(Finding.Kind.WIPED_LATELY);
  }

  @Test
  void anOverheatingWithoutItsFaultWasClearedAway() {
    Finding f = new Stories().hot(113, 985).findings().get(0);
    assertThat(f.kind()).isEqualTo(Finding.Kind.WIPED_ONCE);
    assertThat(f.reasons())
        .extracting(Said::toString)
        .containsExactly(
            "Coolant temperature reached 113 °C 15 h of engine time ago, which sets a fault; the engine module keeps none from then.");
  }

  @Test
  void anOverheatingWhoseFaultIsStillKeptWipedNothing() {
    assertThat(
            kinds(
                new Stories()
                    .hot(113, 985)
                    .fault(110, 0, 3, 984.9, FaultState.PREVIOUSLY_ACTIVE)
                    .findings()))
        .containsExactly(Finding.Kind.PROTECTION);
    assertThat(
            kinds(new Stories().hot(113, 985).fault(110, 0, 1, 997, FaultState.ACTIVE).findings()))
        .as("a fault that began later is not of then")
        .contains(Finding.Kind.WIPED_ONCE);
  }

  @Test
  void nothingIsSaidWhereTheRecordMayNotHaveSetAFault() {
    assertThat(kinds(new Stories().hot(106, 985).findings()))
        .as("beyond the limit, short of the fault")
        .containsExactly(Finding.Kind.PROTECTION);
    assertThat(kinds(new Stories().hot(113, 700).findings()))
        .as("so long ago that the fault was forgotten by itself")
        .containsExactly(Finding.Kind.PROTECTION);
    assertThat(Findings.of(new Stories().hot(113, 985).read(), Background.NONE, Stories.TRUCK))
        .as("no faults were read: nobody can tell")
        .extracting(Finding::kind)
        .containsExactly(Finding.Kind.PROTECTION);
  }

  @Test
  void anOlderClearThatIsKnownExplainsWhatIsMissing() {
    assertThat(kinds(new Stories().hot(113, 850).clearNoted(900, "REED").findings()))
        .containsExactly(Finding.Kind.PROTECTION, Finding.Kind.KNOWN_CLEAR);
  }

  @Test
  void aPermanentFaultThatStandsAloneShowsAClear() {
    assertThat(
            new Stories().fault(3251, 16, 1, 980, FaultState.PERMANENT).findings().get(0).reasons())
        .extracting(Said::toString)
        .singleElement()
        .asString()
        .startsWith("The engine module keeps ")
        .endsWith("as permanent and has no other record of it.");
    assertThat(
            new Stories()
                .fault(3251, 16, 1, 980, FaultState.PREVIOUSLY_ACTIVE, FaultState.PERMANENT)
                .findings())
        .isEmpty();
  }

  @Test
  void failuresSinceTheLastVisitThatNoStoredFaultAccountsForWereWiped() {
    Stories then = new Stories();
    then.engineHours = 940;
    then.counters.add(new FailureCounter(100, "Oil pressure", 2));
    Stories now = new Stories().fault(100, 1, 1, 999, FaultState.ACTIVE);
    now.counters.add(new FailureCounter(100, "Oil pressure", 9));
    assertThat(now.findings(Optional.of(then.read())).get(0).reasons())
        .extracting(Said::toString)
        .containsExactly(
            "Oil pressure failed 7 times since the last visit by the failure counter of the engine module; its stored faults account for 1.");
    Stories whole = new Stories().fault(100, 1, 7, 950, FaultState.ACTIVE);
    whole.counters.add(new FailureCounter(100, "Oil pressure", 9));
    assertThat(kinds(whole.findings(Optional.of(then.read()))))
        .containsExactly(Finding.Kind.GROWTH);
  }
}
