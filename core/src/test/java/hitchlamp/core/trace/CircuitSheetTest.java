package hitchlamp.core.trace;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.pack.Wiring;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** What of the wiring is drawn for a part. */
class CircuitSheetTest {
  private static final PackLibrary SHELF = PackLibrary.read(Path.of("../packs"));
  private static final Pack TRUCK = SHELF.with("orrendale-haulward");

  private static List<String> drawn(CircuitSheet s) {
    return s.fittings().stream().map(Wiring.Fitting::id).toList();
  }

  private static Set<String> netOf(CircuitSheet s, String point) {
    return s.nets().stream().filter(n -> n.contains(point)).findFirst().orElseThrow();
  }

  @Test
  void aSensorIsDrawnWithAllThatSharesItsSupplyAndItsReturn() {
    CircuitSheet s = CircuitSheet.of(TRUCK.wiring(), "intake-pressure-sensor");
    assertThat(drawn(s)).containsExactlyInAnyOrder("X1", "S22", "S24", "X25", "X26", "X27");
    assertThat(s.own()).containsExactlyInAnyOrder("X25/1", "X25/2", "X25/3", "X1/35");
    assertThat(netOf(s, "X25/1"))
        .containsExactlyInAnyOrder("X25/1", "S22", "X26/1", "X27/1", "X1/12");
    assertThat(netOf(s, "X25/3")).containsExactlyInAnyOrder("X25/3", "X1/35");
    assertThat(s.nets()).hasSize(3);
    assertThat(s.wires()).hasSize(9);
  }

  @Test
  void aModuleIsDrawnThroughItsFuseToTheBatteryAndToTheBusAndNoFarther() {
    CircuitSheet s = CircuitSheet.of(TRUCK.wiring(), "module-retarder");
    assertThat(drawn(s)).containsExactlyInAnyOrder("battery", "G2", "F31", "S12", "X7");
    assertThat(netOf(s, "X7/1")).as("a fuse parts nets").containsExactlyInAnyOrder("X7/1", "F31/2");
    assertThat(netOf(s, "F31/1")).containsExactlyInAnyOrder("F31/1", "battery/plus");
  }

  @Test
  void aPartWithoutWiresHasAnEmptySheet() {
    CircuitSheet s = CircuitSheet.of(TRUCK.wiring(), "thermostat");
    assertThat(s.fittings()).isEmpty();
    assertThat(TRUCK.wiring().knows("thermostat")).isFalse();
  }

  @Test
  void everyLineOfTheProjectsPacksLeadsToItsSensors() {
    for (String id : List.of("orrendale-haulward", "orrendale-gravelwright")) {
      Pack pack = SHELF.with(id);
      for (Component line : pack.components().values()) {
        if (line.feeds().isEmpty()) {
          continue;
        }
        CircuitSheet s = CircuitSheet.of(pack.wiring(), line.base());
        Set<Integer> reached =
            s.fittings().stream()
                .flatMap(
                    f ->
                        pack.wiring().fittings().get(f.id()).contacts().stream()
                            .map(Wiring.Contact::spn)
                            .filter(spn -> !f.id().equals("X1") && !f.id().equals("X40")))
                .filter(spn -> spn > 0)
                .collect(Collectors.toSet());
        assertThat(reached)
            .as("%s of %s feeds what it says", line.id(), id)
            .containsExactlyInAnyOrderElementsOf(line.feeds());
      }
    }
  }
}
