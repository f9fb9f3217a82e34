package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Guide;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.pack.Wiring;
import hitchlamp.core.trace.TraceEntry;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.unit.SimUnit;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Guides followed to the letter on simulated units; the truth is compared afterwards. */
class GuideRoundTest {
  private static final PackLibrary SHELF = PackLibrary.read(Path.of("../packs"));

  private static SimUnit unit(String kind, String defect) {
    SimUnit u =
        new SimUnit(
            Scenario.read(
                "s",
                "scenario: s\ntitle: S\nunit: "
                    + kind
                    + "\nseed: 11\nvin: SMW0TPR1400018204\nhistory: {from: 990, hours: 1000}\n"
                    + "bus: {load: 0.2, delay: [5, 20]}\nstart: {engine: yes}\ndefects: ["
                    + defect
                    + "]\n"));
    u.runUntil(40_000_000);
    return u;
  }

  private static GuideRound.End follow(SimUnit unit, String part) throws InterruptedException {
    Visit.Found visit = Visit.to(unit, SHELF, f -> {});
    Component component = visit.pack().components().get(part);
    Guide guide = visit.pack().guidesFor(component).get(0);
    return new GuideRound(unit, visit, guide, component).follow();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "road-truck|{kind: wire-short, spn: 102, size: 5}|intake-pressure-sensor|wire-chafed",
        "road-truck|{kind: wire-resistance, spn: 100, size: 4000000}|oil-pressure-sensor|signal-open",
        "road-truck|{kind: wire-resistance, spn: 110, size: 900000}|coolant-temperature-sensor|signal-open",
        "road-truck|{kind: loose-connector, spn: 110}|coolant-temperature-sensor|loose",
        "road-truck|{kind: supply-load, line: 2, spn: 1209, size: 0.2}|sensor-supply-2|one-sensor",
        "road-truck|{kind: ground-resistance, line: 1, size: 100000}|sensor-ground-1|wire",
        "road-truck|{kind: module-unpowered, module: brakes}|module-brakes|blown",
        "loading-shovel|{kind: bus-stub-cut, module: hydraulics}|module-hydraulics|stub",
        "loading-shovel|{kind: supply-drop, module: transmission, size: 10}|supply-of-transmission|holder",
        "loading-shovel|{kind: wire-short, spn: 1638, size: 5}|hydraulic-temperature-sensor|chafed",
      })
  void theGuideOfThePartEndsAtTheVeryPlace(
      String kind, String defect, String part, String conclusion) throws InterruptedException {
    GuideRound.End end = follow(unit(kind, defect), part);
    assertThat(end.conclusion()).as("%s", end.way()).isEqualTo(conclusion);
    assertThat(end.finding()).contains(Guide.Finding.FOUND);
    assertThat(end.part()).isEqualTo(part);
  }

  @ParameterizedTest
  @CsvSource({
    "oil-pressure-sensor",
    "coolant-temperature-sensor",
    "sensor-supply-1",
    "sensor-ground-3",
    "supply-of-brakes",
    "module-retarder"
  })
  void onASoundTruckNoGuideFindsAnything(String part) throws InterruptedException {
    GuideRound.End end = follow(unit("road-truck", ""), part);
    assertThat(end.finding()).as("%s", end.way()).contains(Guide.Finding.CANNOT_TELL);
    assertThat(end.part()).isEmpty();
  }

  @Test
  void aSensorWhoseSupplyIsDownIsNotBlamed() throws InterruptedException {
    GuideRound.End end =
        follow(
            unit("road-truck", "{kind: supply-load, line: 2, size: 0.1}"),
            "intake-pressure-sensor");
    assertThat(end.finding()).as("%s", end.way()).isEqualTo(Optional.of(Guide.Finding.NOT_HERE));
    assertThat(end.conclusion()).isEqualTo("supply-down");
  }

  @Test
  void whatTheUnitAnsweredIsTheUnits() throws InterruptedException {
    GuideRound.End end =
        follow(
            unit("road-truck", "{kind: wire-short, spn: 102, size: 5}"), "intake-pressure-sensor");
    assertThat(
            end.way().stream()
                .collect(Collectors.toMap(TraceEntry::check, TraceEntry::how, (a, b) -> b)))
        .containsAllEntriesOf(
            Map.of(
                "there", TraceEntry.How.UNIT,
                "supply", TraceEntry.How.METER,
                "chafed", TraceEntry.How.METER));
  }

  /** Names of points are written twice, in the pack and on the unit: they must be the same. */
  @ParameterizedTest
  @CsvSource({"orrendale-haulward,road-truck", "orrendale-gravelwright,loading-shovel"})
  void everyPointOfThePackIsOnTheUnit(String id, String kind) {
    Pack pack = SHELF.with(id);
    List<String> of =
        pack.wiring().fittings().values().stream()
            .flatMap(f -> f.contacts().stream().map(f::point))
            .toList();
    Set<String> on = Set.copyOf(unit(kind, "").harness().points());
    assertThat(on).containsAll(of);
    Set<String> plugs =
        pack.wiring().fittings().values().stream()
            .filter(
                f -> f.kind() == Wiring.Kind.PLUG && !f.id().equals("X1") && !f.id().equals("X40"))
            .map(Wiring.Fitting::id)
            .collect(Collectors.toSet());
    assertThat(unit(kind, "").harness().plugs()).containsExactlyInAnyOrderElementsOf(plugs);
  }
}
