package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.fault.ClearCall;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.MonitorResult;
import hitchlamp.core.fault.MonitorResult.State;
import hitchlamp.core.j1939.Readiness;
import hitchlamp.core.signoff.MonitorItems;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What monitors' tests found, from the simulated unit to what it proves. */
class MonitorRoundTest extends VisitTest {
  private static final String HEAD =
      "scenario: s\ntitle: S\nunit: road-truck\nseed: 5\nvin: SMW0TPR1400018204\nhistory: {from: 980, hours: 1000}\n";

  private List<MonitorResult> results(FaultReading r, String kind) {
    return r.modules().stream()
        .filter(m -> m.target().kind().equals(kind))
        .flatMap(m -> MonitorResult.of(m.tests(), pack).stream())
        .toList();
  }

  private static MonitorResult of(List<MonitorResult> all, int spn) {
    return all.stream().filter(r -> r.spn() == spn).findFirst().orElseThrow();
  }

  @Test
  void aSoundTruckTellsResultsOfAllItsTestsAndNoneIsNearItsLimit() throws InterruptedException {
    visit(HEAD);
    FaultReading r = readFaults();
    assertThat(results(r, "engine")).hasSize(3);
    assertThat(results(r, "aftertreatment")).hasSize(2);
    assertThat(results(r, "brakes")).as("it runs no such tests").isEmpty();
    for (String kind : List.of("engine", "aftertreatment")) {
      assertThat(results(r, kind))
          .allSatisfy(x -> assertThat(x.state()).as("%s", x.says()).isEqualTo(State.PASSES));
    }
    assertThat(r.modules()).allSatisfy(m -> assertThat(m.oddities()).isEmpty());
    assertThat(MonitorItems.of(r, pack)).isEmpty();
  }

  @Test
  void aWornCatalystShowsInItsTestBeforeAnyFaultIsStored() throws InterruptedException {
    visit(HEAD + "defects: [{kind: scr-aged, size: 0.6, from: 981}]\n");
    MonitorResult conversion = of(results(readFaults(), "aftertreatment"), 4364);
    assertThat(conversion.margin()).as("%s", conversion.says()).isLessThan(30);
  }

  @Test
  void afterAClearATestProvesNothingUntilItsDriveIsDriven() throws InterruptedException {
    visit(HEAD);
    readFaults();
    run(new ClearCall(roll.modules(pack)));
    FaultReading cleared = readFaults();
    assertThat(results(cleared, "engine")).allMatch(x -> x.state() == State.NOT_RUN);
    assertThat(
            cleared.modules().stream()
                .flatMap(m -> m.readiness().stream())
                .flatMap(x -> x.notReady().stream()))
        .contains("boost pressure control", "nitrogen oxide catalyst");
    assertThat(Readiness.names()).contains("boost pressure control", "nitrogen oxide catalyst");
  }
}
