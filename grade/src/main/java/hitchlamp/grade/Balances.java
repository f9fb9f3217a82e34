package hitchlamp.grade;

import hitchlamp.standin.aftertreatment.Aftertreatment;
import hitchlamp.standin.aftertreatment.FluidControl;
import hitchlamp.standin.engine.Cylinders;
import hitchlamp.standin.engine.Gas;
import hitchlamp.standin.model.EngineParameters;
import hitchlamp.standin.model.Load;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.SplittableRandom;

/** What the simulated engine must keep, and by how much it does not. */
record Balances(Map<String, Double> rows) {
  private static final int MASS_STEPS = 30_000;

  String says() {
    return "Mass in the volumes of the air path over "
        + MASS_STEPS
        + " random steps of pedal and actuators; energy over ten minutes of full load (work, coolant, oil, exhaust, coolers and storage against the heat of the fuel); urea and soot over two hours of cruise with what each becomes. The last three are shares of what came in.";
  }

  static Balances of(long seed) {
    Map<String, Double> rows = new LinkedHashMap<>();
    rows.put("mass in the air path, of what it holds", mass(seed));
    rows.put("energy at full load", energy());
    EngineRig rig = new EngineRig(EngineParameters.nominal(), 1_250, 0.4);
    rig.state.vehicleKmh = 88;
    Aftertreatment a = rig.engine.after();
    double stored = a.scr().stored(1);
    double soot = a.filter().soot();
    rig.at(1_250, 88, 120);
    double in = a.tank().used() / FluidControl.FLUID_A_MOL;
    double out =
        a.scr().reduced()
            + a.scr().oxidised()
            + a.scr().slipped()
            + a.scr().stored(1)
            - stored
            + a.deposits();
    rows.put("urea", Math.abs(out / in - 1));
    double caught = a.filter().caught();
    rows.put("soot", Math.abs((a.filter().burned() + a.filter().soot() - soot) / caught - 1));
    return new Balances(rows);
  }

  private static double mass(long seed) {
    EngineRig rig = new EngineRig(EngineParameters.nominal(), 1_200, 0.2);
    SplittableRandom r = new SplittableRandom(seed);
    double off = 0;
    for (int i = 0; i < MASS_STEPS; i++) {
      if (i % 150 == 0) {
        rig.state.pedal = r.nextDouble();
        rig.state.vaneActuator.take(r.nextDouble());
        rig.state.egrValve.take(r.nextDouble());
        rig.state.throttleValve.take(r.nextDouble());
      }
      double before = rig.engine.air().held();
      rig.engine.step(0.005, rig.state, rig.condition, Load.NONE);
      double change = rig.engine.air().held() - before - rig.engine.air().net() * 0.005;
      off = Math.max(off, Math.abs(change) / before);
    }
    return off;
  }

  private static double energy() {
    EngineRig rig = new EngineRig(EngineParameters.nominal(), 1_400, 0.2);
    rig.state.pedal = 1;
    rig.state.vehicleKmh = 60;
    rig.pull(1_400, 1_200);
    double coolant = rig.state.coolantC;
    double oil = rig.state.oilC;
    double fuel = 0;
    double out = 0;
    for (int i = 0; i < 600; i++) {
      rig.pull(1_400, 1);
      var air = rig.engine.air();
      double ambient = rig.state.ambientC + Gas.ZERO_C;
      double shaft = rig.torque() * rig.state.omega;
      double gas = air.through() * (Gas.enthalpy(air.turbineK()) - Gas.enthalpy(ambient));
      fuel += rig.engine.cylinders().fuelFlow() * Cylinders.HEATING_VALUE;
      out +=
          shaft
              + rig.engine.accessories(rig.state) * rig.state.omega
              + gas
              + air.metalLoss()
              + air.coolerHeat()
              + rig.engine.cooling().shed()
              + air.bearingLoss();
    }
    double stored = rig.engine.cooling().stored(rig.state.coolantC - coolant, rig.state.oilC - oil);
    return Math.abs((out + stored) / fuel - 1);
  }
}
