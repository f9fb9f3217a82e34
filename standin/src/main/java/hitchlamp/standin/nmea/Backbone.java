package hitchlamp.standin.nmea;

import hitchlamp.standin.bus.Agenda;
import hitchlamp.standin.bus.SimBus;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleSupplier;

/**
 * The vessel's own network at 250 kbit/s: a gateway that tells of engines and gears, tank senders,
 * a battery monitor, a position receiver.
 */
public final class Backbone {
  private static final int BITS_PER_SECOND = 250_000;
  private static final double KELVIN = 273.15;

  /** What the gateway knows of one engine and its gear. */
  public interface Shaft {
    double rpm();

    double boostKpa();

    double oilKpa();

    double oilC();

    double coolantC();

    double volts();

    double litresPerHour();

    double hours();

    double fuelKpa();

    double loadPercent();

    /** Warnings of the engine, bit by bit. */
    int warnings();

    double tripLitres();

    /** States of the second field of states, bit by bit. */
    int states();

    boolean engaged();

    /** True where it pushes backwards. */
    boolean astern();

    double gearKpa();

    double gearC();
  }

  private final SimBus bus;
  private final Agenda agenda;
  private final BooleanSupplier powered;
  private final SplittableRandom random;
  private final List<Talker> talkers = new ArrayList<>();

  public Backbone(Agenda agenda, BooleanSupplier powered, SplittableRandom random) {
    this.agenda = agenda;
    this.bus = new SimBus(agenda, BITS_PER_SECOND);
    this.powered = powered;
    this.random = random;
  }

  public SimBus bus() {
    return bus;
  }

  private Talker talker(int address, int function, String model, String software) {
    Talker t = new Talker(agenda, bus, address, function, model, software, powered, random.split());
    talkers.add(t);
    return t;
  }

  /** A gateway that tells of shafts; the first has instance 0. */
  public Backbone gateway(List<? extends Shaft> shafts) {
    Talker t = talker(40, 160, "Shaftgate", "SG 1.6");
    for (int i = 0; i < shafts.size(); i++) {
      Shaft s = shafts.get(i);
      int instance = i;
      t.sends(
              127488,
              2,
              100_000,
              () ->
                  new Payload(8)
                      .raw(instance, 1)
                      .put(s.rpm(), 0.25, 2)
                      .put(s.boostKpa(), 0.1, 2)
                      .signed(Double.NaN, 1, 1)
                      .done())
          .sends(127489, 2, 500_000, () -> dynamic(instance, s))
          .sends(
              127497,
              5,
              1_000_000,
              () ->
                  new Payload(9)
                      .raw(instance, 1)
                      .put(s.tripLitres(), 1, 2)
                      .signed(Double.NaN, 0.1, 2)
                      .signed(Double.NaN, 0.1, 2)
                      .signed(s.litresPerHour(), 0.1, 2)
                      .done())
          .sends(
              127493,
              2,
              100_000,
              () ->
                  new Payload(8)
                      .raw(instance, 1)
                      .raw(0xFC | (s.engaged() ? s.astern() ? 2 : 0 : 1), 1)
                      .put(s.gearKpa(), 0.1, 2)
                      .put(s.gearC() + KELVIN, 0.1, 2)
                      .raw(0, 1)
                      .done());
    }
    return this;
  }

  private static byte[] dynamic(int instance, Shaft s) {
    return new Payload(26)
        .raw(instance, 1)
        .put(s.oilKpa(), 0.1, 2)
        .put(s.oilC() + KELVIN, 0.1, 2)
        .put(s.coolantC() + KELVIN, 0.01, 2)
        .signed(s.volts(), 0.01, 2)
        .signed(s.litresPerHour(), 0.1, 2)
        .put(s.hours() * 3600, 1, 4)
        .skip(2)
        .put(s.fuelKpa(), 1, 2)
        .skip(1)
        .raw(s.warnings(), 2)
        .raw(s.states(), 2)
        .signed(s.loadPercent(), 1, 1)
        .signed(Double.NaN, 1, 1)
        .done();
  }

  /**
   * A tank.
   *
   * @param fluid what it holds, by the network's numbers
   */
  public record Tank(int instance, int fluid, double litres, DoubleSupplier share) {}

  /** A sender with one tank, or with several that may differ by what they hold alone. */
  public Backbone tanks(int address, Tank... tanks) {
    Talker t = talker(address, 190, "Deepstick", "DS 2.0");
    for (Tank tank : tanks) {
      t.sends(
          127505,
          6,
          2_500_000,
          () ->
              new Payload(8)
                  .raw(tank.fluid() << 4 | tank.instance(), 1)
                  .signed(tank.share().getAsDouble() * 100, 0.004, 2)
                  .put(tank.litres(), 0.1, 4)
                  .done());
    }
    return this;
  }

  /** A monitor of batteries; the first has instance 0. */
  public Backbone batteries(List<DoubleSupplier> volts) {
    Talker t = talker(60, 170, "Cellwatch", "CW 1.2");
    for (int i = 0; i < volts.size(); i++) {
      int instance = i;
      t.sends(
          127508,
          6,
          1_500_000,
          () ->
              new Payload(8)
                  .raw(instance, 1)
                  .signed(volts.get(instance).getAsDouble(), 0.01, 2)
                  .signed(Double.NaN, 0.1, 2)
                  .put(Double.NaN, 0.01, 2)
                  .raw(0xFF, 1)
                  .done());
    }
    return this;
  }

  /** A receiver that tells speed over ground. */
  public Backbone position(DoubleSupplier kmh) {
    talker(70, 145, "Fixpoint", "FP 4.1")
        .sends(
            129026,
            2,
            250_000,
            () ->
                new Payload(8)
                    .raw(0xFF, 1)
                    .raw(0xFC, 1)
                    .put(Double.NaN, 0.0001, 2)
                    .put(kmh.getAsDouble() / 3.6, 0.01, 2)
                    .done());
    return this;
  }

  /** Its supply came. */
  public void wakes() {
    talkers.forEach(Talker::wakes);
  }
}
