package hitchlamp.server.hookup;

import hitchlamp.core.hookup.Vitals;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.pack.ModuleKind;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.station.LinkHealth;
import hitchlamp.core.station.Station;
import java.util.ArrayList;
import java.util.List;

/** The vital few and the health of the link, in one hook-up. */
final class VitalsRun {
  private static final long KEY_OFF_MICROS = 3_000_000;
  private static final List<Integer> VITAL =
      List.of(Vitals.ENGINE_SPEED, Vitals.BATTERY, Vitals.COOLANT);

  private final Vitals vitals;

  VitalsRun(Pack pack) {
    this.vitals = new Vitals(pack, spn -> VITAL.contains(spn) || spn == Vitals.EXHAUST_HOT);
  }

  void accept(Message message) {
    vitals.accept(message);
  }

  /**
   * As they are now.
   *
   * @param lost frames that the link lost
   */
  VitalsView view(Station hookUp, Pack pack, long lost) {
    long now = hookUp.now();
    LinkHealth.Health health = hookUp.health().at(now);
    List<VitalsView.VitalValue> values = new ArrayList<>();
    List<ModuleKind> engines = pack.engines();
    for (int spn : VITAL) {
      if (engines.size() > 1 && spn != Vitals.BATTERY) {
        engines.forEach(
            e -> vitals.from(e.address(), spn).ifPresent(r -> values.add(value(r, e.side(), now))));
      } else {
        vitals.newest(spn).ifPresent(r -> values.add(value(r, "", now)));
      }
    }
    boolean heard =
        health.lastFrameAgeMicros().isPresent()
            && health.lastFrameAgeMicros().getAsLong() < KEY_OFF_MICROS;
    Double load = Double.isNaN(health.loadPercent()) ? null : health.loadPercent();
    Double age =
        health.lastFrameAgeMicros().isPresent()
            ? health.lastFrameAgeMicros().getAsLong() / 1e3
            : null;
    return new VitalsView(
        heard ? VitalsView.ON : "off?",
        vitals.exhaustHot().orElse(null),
        values,
        load,
        health.framesPerSecond(),
        age,
        health.errors(),
        health.frames(),
        lost,
        now / 1e6);
  }

  private static VitalsView.VitalValue value(Parameter.Reading r, String side, long now) {
    Double figure = r.state() == RawValue.VALID ? r.value() : null;
    return new VitalsView.VitalValue(
        r.parameter().spn(),
        r.parameter().name(),
        side,
        figure,
        r.state(),
        r.parameter().unit().symbol(),
        r.parameter().decimals(),
        (now - r.micros()) / 1e3);
  }
}
