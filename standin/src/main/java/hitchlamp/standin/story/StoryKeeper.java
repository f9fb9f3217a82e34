package hitchlamp.standin.story;

import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.module.ModuleText;
import hitchlamp.standin.module.Routine;
import hitchlamp.standin.module.Services;
import hitchlamp.standin.module.SimModule;
import java.util.List;
import java.util.Map;
import java.util.function.DoubleSupplier;

/**
 * What the engine's module remembers beside faults, and how it tells it: standard groups (J1939-71,
 * from memory) and identifiers of its own.
 */
public final class StoryKeeper {
  static final int PROTECTION = 0x0220;
  static final int LIFE = 0x0230;
  static final int TRIP = 0x0231;
  static final int LIFE_DUTY = 0x0232;
  static final int TRIP_DUTY = 0x0233;
  static final int BANDS = 0x0234;
  static final int TRAIL = 0x0240;
  static final int REGENERATIONS = 0x0270;
  static final int COUNTERS = 0x0260;

  /** Routine that begins a new trip. */
  public static final int RESET_TRIP = 0x0230;

  private static final int FUEL_CONSUMPTION = 65257;
  private static final int IDLE = 65244;
  private static final int VEHICLE_HOURS = 65255;
  private static final int PAGES = 16;
  private static final int PER_PAGE = 60;

  private final Protection protection;
  private final FaultMemory memory;
  private int regenerated;
  private int broken;
  private final Use life;
  private final Trail trail = new Trail();
  private final Regenerations regenerations = new Regenerations();
  private Use trip;
  private DoubleSupplier clock = () -> 0;

  /**
   * @param memory of the same module: it counts failures
   * @param from engine hour at which it begins to remember
   */
  public StoryKeeper(Protection protection, FaultMemory memory, double from) {
    this.protection = protection;
    this.memory = memory;
    this.life = new Use(from);
    this.trip = new Use(from);
  }

  /** The engine goes on as it is, for some seconds up to an engine hour. */
  public void step(double seconds, double hour, EngineState s) {
    boolean runs = s.seenRunning();
    regenerations.step(seconds / 3600, runs, Use.idles(s));
    // One is broken off by the key, too.
    for (; regenerated < s.regenerated; regenerated++) {
      regenerated(true, hour, s);
    }
    for (; broken < s.regenerationsBroken; broken++) {
      regenerated(false, hour, s);
    }
    if (!runs) {
      return;
    }
    life.step(seconds, s);
    trip.step(seconds, s);
    protection.step(seconds, hour);
  }

  private void regenerated(boolean whole, double hour, EngineState s) {
    life.regenerated(whole, hour);
    trip.regenerated(whole, hour);
    regenerations.ended(s.regeneration, hour, life.kilometres());
  }

  /** The engine stood, cooled down, and is started. */
  public void coldStart() {
    regenerations.started();
  }

  /** What was lived went on like this before, too. */
  public void preceded(double hours, double kilometres) {
    life.preceded(hours, kilometres);
    regenerations.preceded(kilometres);
  }

  /** A tool did something. */
  public void note(ToolEvent deed, double hour, String tool) {
    trail.note(deed, hour, tool);
    if (deed == ToolEvent.TRIP_RESET) {
      trip = new Use(hour);
    }
  }

  /** Fuel of the trip, L. */
  public double tripLitres() {
    return trip.litres();
  }

  /** Tells standard groups on request. */
  public void answer(SimModule m) {
    m.answer(
        FUEL_CONSUMPTION,
        () -> ModuleText.counters(trip.litres() / Use.LITRE_STEP, life.litres() / Use.LITRE_STEP));
    m.answer(
        IDLE,
        () ->
            ModuleText.counters(
                life.idleLitres() / Use.LITRE_STEP, life.idleHours() / Use.HOUR_STEP));
    m.answer(
        VEHICLE_HOURS,
        () ->
            ModuleText.counters(
                clock.getAsDouble() / Use.HOUR_STEP, life.driveHours() / Use.HOUR_STEP));
  }

  /**
   * Tells the rest by identifiers.
   *
   * @param clock the module's own hours
   * @param keepsTrail false for one that does not note what tools do
   */
  public void answer(Services services, DoubleSupplier clock, boolean keepsTrail) {
    this.clock = clock;
    services
        .identifier(PROTECTION, () -> protection.page(0))
        .identifier(LIFE, () -> life.bytes(clock.getAsDouble()))
        .identifier(TRIP, () -> trip.bytes(clock.getAsDouble()))
        .identifier(LIFE_DUTY, () -> life.duty().bytes())
        .identifier(TRIP_DUTY, () -> trip.duty().bytes())
        .identifier(BANDS, life::bands)
        .identifier(REGENERATIONS, regenerations::bytes)
        .identifier(COUNTERS, this::counters);
    for (int i = 0; i < PAGES && keepsTrail; i++) {
      int page = i;
      services.identifier(TRAIL + page, () -> trail.page(page));
    }
    services.routine(
        RESET_TRIP,
        Routine.atOnce(
            tester ->
                note(ToolEvent.TRIP_RESET, clock.getAsDouble(), String.format("SA %d", tester))));
  }

  /** Pages, records, then each record: SPN, and how often it failed in the module's whole life. */
  private byte[] counters() {
    List<Map.Entry<Integer, Integer>> all = List.copyOf(memory.failures().entrySet());
    Bytes out = Pages.head(Math.min(all.size(), PER_PAGE), PER_PAGE, 0);
    for (Map.Entry<Integer, Integer> e : Pages.of(all, PER_PAGE, 0)) {
      int spn = e.getKey();
      out.one(spn >> 16).one(spn >> 8).one(spn).wrapping(e.getValue());
    }
    return out.done();
  }
}
