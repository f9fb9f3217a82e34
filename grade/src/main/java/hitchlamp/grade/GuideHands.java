package hitchlamp.grade;

import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Wiring;
import hitchlamp.core.trace.CircuitSheet;
import hitchlamp.standin.unit.SimUnit;
import hitchlamp.standin.wiring.Harness.Hand;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a person's hands do when a check of a guide says so. The sentences of the guide are for
 * people; what they ask of the hands is written here once more, by guide and check.
 */
final class GuideHands {
  private static final Map<String, Hand> AT_ITS_PLUG =
      Map.ofEntries(
          Map.entry("sensor-three-wires/wiggle", Hand.WIGGLED),
          Map.entry("sensor-three-wires/loose", Hand.IN),
          Map.entry("sensor-three-wires/supply", Hand.OFF),
          Map.entry("sensor-three-wires/low", Hand.IN),
          Map.entry("sensor-three-wires/chafed", Hand.OFF),
          Map.entry("sensor-three-wires/jumper", Hand.BRIDGED),
          Map.entry("sensor-three-wires/high", Hand.IN),
          Map.entry("sensor-three-wires/unplugged", Hand.OFF),
          Map.entry("sensor-three-wires/return-drop", Hand.IN),
          Map.entry("sensor-two-wires/wiggle", Hand.WIGGLED),
          Map.entry("sensor-two-wires/bridge", Hand.BRIDGED),
          Map.entry("sensor-two-wires/unplug", Hand.OFF),
          Map.entry("silent-module/volts", Hand.OFF));

  private final SimUnit unit;
  private final Pack pack;
  private final Component part;

  GuideHands(SimUnit unit, Pack pack, Component part) {
    this.unit = unit;
    this.pack = pack;
    this.part = part;
  }

  /** Does what a check says before it is answered. */
  void before(String guide, String check) {
    Hand hand = AT_ITS_PLUG.get(guide + "/" + check);
    if (hand != null) {
      plug().ifPresent(p -> unit.harness().hands(p, hand));
    }
  }

  /** The plug of the part itself that can be reached. */
  private Optional<String> plug() {
    return pack.wiring().fittings().values().stream()
        .filter(f -> f.kind() == Wiring.Kind.PLUG && f.part().equals(part.base()))
        .map(Wiring.Fitting::id)
        .filter(unit.harness().plugs()::contains)
        .findFirst();
  }

  /** Plugs of what hangs on the part, in the order in which a person would pull them. */
  List<String> hanging() {
    return CircuitSheet.of(pack.wiring(), part.base()).fittings().stream()
        .filter(f -> f.kind() == Wiring.Kind.PLUG)
        .map(Wiring.Fitting::id)
        .filter(unit.harness().plugs()::contains)
        .toList();
  }

  void pull(String plug) {
    unit.harness().hands(plug, Hand.OFF);
  }

  /** All plugs are in again. */
  void done() {
    unit.harness().handled().keySet().forEach(p -> unit.harness().hands(p, Hand.IN));
  }
}
