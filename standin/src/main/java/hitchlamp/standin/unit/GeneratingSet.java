package hitchlamp.standin.unit;

import static hitchlamp.standin.module.Signal.put;

import hitchlamp.standin.engine.Layout;
import hitchlamp.standin.fault.FaultMemory.Lamp;
import hitchlamp.standin.fault.Monitor;
import hitchlamp.standin.model.Condition;
import hitchlamp.standin.model.Duty;
import hitchlamp.standin.model.EngineParameters;
import hitchlamp.standin.model.Generator;
import hitchlamp.standin.model.Load;
import hitchlamp.standin.module.ModuleText;
import hitchlamp.standin.module.Signal;
import hitchlamp.standin.wiring.Feed;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.function.DoubleSupplier;

/** The made-up standby generating set: eight in vee at 1,500 rpm, a generator, a panel. */
final class GeneratingSet implements Build {
  private static final double MOST_KW = 320;
  private static final double RPM = 1_500;
  private static final double UNDER_HERTZ = 46;
  private static final double WATTS_A_KW = 1_000;
  private static final long POWER_OFFSET = -2_000_000_000L;

  private final Generator generator = new Generator();
  private DoubleSupplier hertz;
  private double ranSeconds;

  @Override
  public EngineParameters nominal() {
    return EngineParameters.nominal(Layout.EIGHT, RPM);
  }

  @Override
  public Duty duty() {
    return Duty.STANDBY;
  }

  @Override
  public List<ModuleSpec> modules() {
    return List.of(
        ModuleSpec.of(
                "engine", 0, 0, "Orrendale", "Korvane 8G", "KV8G-BASE 2.06", "KV8G-CAL 2.06.03")
            .keepsVin()
            .calibrated()
            .serves(),
        ModuleSpec.of("generator", 90, 24, "Hallowfen", "Steadywatt", "SW 5.02").serves(),
        ModuleSpec.of("instruments", 23, 19, "Orrendale", "Dial Three", "D3 1.14").keepsVin(),
        ModuleSpec.of("heater", 69, 28, "Ollergate", "Warmblock", "WB 1.3").stranger());
  }

  @Override
  public List<Feed> feeds() {
    return List.of(
        new Feed("generator", "X5", "F28", "S11"), new Feed("instruments", "X12", "F34", "S17"));
  }

  @Override
  public List<Need> needs() {
    return List.of(
        new Need("generator", "engine", 61444, 190),
        new Need("instruments", "engine", 65262, 110),
        new Need("instruments", "generator", 65030, 2436));
  }

  @Override
  public List<Watched> monitors(SimUnit unit) {
    return List.of(
        new Watched(
            "generator",
            new Monitor(
                2436,
                18,
                Lamp.WARNING,
                8,
                8,
                () -> ranSeconds > 30 && hertz.getAsDouble() < UNDER_HERTZ)));
  }

  @Override
  public List<Telltale> telltales(SimUnit unit) {
    return List.of(
        Telltale.ofFaults("stop", Lamp.STOP, "engine"),
        Telltale.ofFaults("warning", Lamp.WARNING, "engine", "generator"),
        Telltale.ofFaults("malfunction", Lamp.MALFUNCTION, "engine"),
        new Telltale("wait-to-start", List.of("engine"), null, () -> false));
  }

  @Override
  public Load load(String engine, Condition condition, SplittableRandom own) {
    return generator;
  }

  @Override
  public void drive(String what, String value) {
    if (!what.equals("load")) {
      throw new IllegalArgumentException("a generating set has no '" + what + "'");
    }
    try {
      double kw = Double.parseDouble(value);
      if (kw >= 0 && kw <= MOST_KW) {
        generator.wantedWatts = kw * WATTS_A_KW;
        return;
      }
    } catch (NumberFormatException e) {
      // said below
    }
    throw new IllegalArgumentException("load can be 0 to " + MOST_KW + " kW, not '" + value + "'");
  }

  @Override
  public Map<String, String> driving() {
    return Map.of("load", String.format(Locale.ROOT, "%.0f", generator.wantedWatts / WATTS_A_KW));
  }

  @Override
  public void stood(SimUnit unit) {
    // Nothing beside the engine has its own heat.
  }

  @Override
  public void attach(SimUnit unit) {
    UnitSensors sensors = unit.sensors();
    Condition c = unit.condition();
    hertz = sensors.fit(2436, UnitSensors.Kind.SHAFT, c, () -> unit.state().rpm() / 30);
    DoubleSupplier watts = sensors.fit(2452, UnitSensors.Kind.POWER, c, generator::watts);
    // Frequency and power by SAE J1939-75, from memory.
    unit.module("generator")
        .broadcast(
            3,
            65030,
            100_000,
            () -> put(Signal.NOTHING, 32, 16, hertz.getAsDouble(), 1 / 128.0, 0));
    unit.module("generator")
        .broadcast(
            3,
            65029,
            100_000,
            () -> put(Signal.NOTHING, 0, 32, watts.getAsDouble(), 1, POWER_OFFSET));
    unit.module("instruments")
        .broadcast(6, 65276, 1_000_000, () -> put(Signal.NOTHING, 8, 8, 83, 0.4, 0));
    unit.module("instruments").answer(65253, () -> ModuleText.counters(unit.hours() / 0.05, -1));
  }

  @Override
  public void step(double dt, SimUnit unit, String engine, boolean steady) {
    ranSeconds = unit.state().seenRunning() ? ranSeconds + dt : 0;
  }
}
