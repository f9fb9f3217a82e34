package hitchlamp.standin.unit;

import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.model.Gear;
import hitchlamp.standin.nmea.Backbone;

/** One engine of the ferry with its gear, as the gateway to the vessel's network knows it. */
record FerryShaft(SimUnit unit, Ferry ferry, String side, Gear gear) implements Backbone.Shaft {
  private String engine() {
    return "engine-" + side;
  }

  /** What the engine's module tells the gateway; not a number where it tells an error. */
  private double told(int spn) {
    return unit.measured(engine(), spn);
  }

  private EngineState state() {
    return unit.state(engine());
  }

  @Override
  public double rpm() {
    return told(EngineSensors.SPEED);
  }

  @Override
  public double boostKpa() {
    return Math.max(0, told(EngineSensors.INTAKE_PRESSURE) - told(EngineSensors.BAROMETER));
  }

  @Override
  public double oilKpa() {
    return told(EngineSensors.OIL_PRESSURE);
  }

  @Override
  public double oilC() {
    return told(EngineSensors.OIL_TEMPERATURE);
  }

  @Override
  public double coolantC() {
    return told(EngineSensors.COOLANT_TEMPERATURE);
  }

  @Override
  public double volts() {
    return told(EngineSensors.BATTERY);
  }

  @Override
  public double litresPerHour() {
    return state().commandedKgPerHour() / 0.835;
  }

  @Override
  public double hours() {
    return unit.hours(engine());
  }

  @Override
  public double fuelKpa() {
    return told(EngineSensors.FUEL_SUPPLY);
  }

  @Override
  public double loadPercent() {
    return Math.min(100, state().loadShare * 100);
  }

  @Override
  public int warnings() {
    FaultMemory memory = unit.memory(engine());
    int bits = 0;
    for (FaultMemory.StoredFault k : memory.kept()) {
      if (k.active()) {
        bits |= 1;
        bits |= k.spn() == EngineSensors.COOLANT_TEMPERATURE && k.fmi() != 4 ? 1 << 1 : 0;
        bits |= k.spn() == EngineSensors.OIL_PRESSURE && k.fmi() == 1 ? 1 << 2 : 0;
        bits |= k.spn() == EngineSensors.FUEL_SUPPLY ? 1 << 4 : 0;
      }
    }
    return bits;
  }

  @Override
  public int states() {
    boolean warns = unit.memory(engine()).kept().stream().anyMatch(FaultMemory.StoredFault::active);
    return (warns ? 1 : 0) | (state().allowedShare < 1 ? 1 << 2 : 0);
  }

  @Override
  public boolean astern() {
    return ferry.astern();
  }

  @Override
  public double tripLitres() {
    return unit.tripLitres(engine());
  }

  @Override
  public boolean engaged() {
    return gear.engaged;
  }

  @Override
  public double gearKpa() {
    return ferry.gearKpa(side);
  }

  @Override
  public double gearC() {
    return ferry.gearC(side);
  }
}
