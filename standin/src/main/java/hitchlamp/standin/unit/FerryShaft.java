package hitchlamp.standin.unit;

import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.model.Gear;
import hitchlamp.standin.nmea.Backbone;

/** One engine of the ferry with its gear, as the gateway to the vessel's network knows it. */
record FerryShaft(SimUnit unit, String side, Gear gear) implements Backbone.Shaft {
  private static final double FULL_FUEL_MG = 245;

  private String engine() {
    return "engine-" + side;
  }

  private EngineState state() {
    return unit.state(engine());
  }

  @Override
  public double rpm() {
    return state().rpm();
  }

  @Override
  public double boostKpa() {
    return Math.max(0, state().intakeKpa - state().ambientKpa);
  }

  @Override
  public double oilKpa() {
    return state().oilKpa;
  }

  @Override
  public double oilC() {
    return state().oilC;
  }

  @Override
  public double coolantC() {
    return state().coolantC;
  }

  @Override
  public double volts() {
    return state().batteryV;
  }

  @Override
  public double litresPerHour() {
    return state().fuelKgPerHour() / 0.835;
  }

  @Override
  public double hours() {
    return unit.hours(engine());
  }

  @Override
  public double fuelKpa() {
    return state().fuelSupplyKpa;
  }

  @Override
  public double loadPercent() {
    return Math.min(100, state().fuelMgPerStroke / FULL_FUEL_MG * 100);
  }

  @Override
  public int warnings() {
    FaultMemory memory = unit.memory(engine());
    int bits = 0;
    for (FaultMemory.StoredFault k : memory.kept()) {
      if (k.active()) {
        bits |= 1;
        bits |= k.spn() == EngineModule.COOLANT_TEMPERATURE && k.fmi() != 4 ? 1 << 1 : 0;
        bits |= k.spn() == EngineModule.OIL_PRESSURE && k.fmi() == 1 ? 1 << 2 : 0;
        bits |= k.spn() == EngineModule.FUEL_SUPPLY ? 1 << 4 : 0;
      }
    }
    return bits;
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
    return gear.oilKpa;
  }

  @Override
  public double gearC() {
    return gear.oilC;
  }
}
