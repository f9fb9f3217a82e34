package hitchlamp.standin.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

/** Each part against worked examples and figures from outside; the source stands beside each. */
class PartsTest {
  @Test
  void airHasTheHeatCapacityAndEnthalpyOfTheTables() {
    // Moran and Shapiro, table A-22 (from memory): h(300) 300.19, h(500) 503.02, h(800) 821.95,
    // h(1100) 1161.07 kJ/kg; cp(300) 1.005, cp(600) 1.051, cp(1000) 1.142 kJ/(kg K).
    assertThat(Gas.enthalpy(500)).isCloseTo(202_830, within(3_000.0));
    assertThat(Gas.enthalpy(800)).isCloseTo(521_760, within(8_000.0));
    assertThat(Gas.enthalpy(1_100)).isCloseTo(860_880, within(13_000.0));
    assertThat(Gas.cp(300)).isCloseTo(1_005, within(1.0));
    assertThat(Gas.cp(600)).isCloseTo(1_051, within(15.0));
    assertThat(Gas.cp(1_000)).isCloseTo(1_142, within(12.0));
    for (double k = 240; k < 1_300; k += 17) {
      assertThat(Gas.kelvin(Gas.enthalpy(k))).isCloseTo(k, within(1e-6));
    }
  }

  @Test
  void airIsAsThickAsTheTablesSay() {
    // White, Viscous Fluid Flow (from memory): 1.71e-5 at 0 °C, 2.17e-5 at 100 °C, 3.6e-5 at
    // 500 °C, within 2 %.
    assertThat(Gas.viscosity(273)).isCloseTo(1.71e-5, within(2e-7));
    assertThat(Gas.viscosity(373)).isCloseTo(2.17e-5, within(4e-7));
    assertThat(Gas.viscosity(773)).isCloseTo(3.55e-5, within(9e-7));
  }

  @Test
  void anOpeningChokesAtHalfOfThePressureAndPassesWhatTheBookSays() {
    // Isentropic nozzle, any gas dynamics book: choked flow of air 0.0404 A p / √T (kg, m², Pa, K).
    Restriction r = new Restriction();
    r.at(1e-4, 300_000, 300, 100_000, 300);
    assertThat(r.flow).isCloseTo(0.0404 * 1e-4 * 300_000 / Math.sqrt(300), within(0.0025));
    double choked = r.flow;
    r.at(1e-4, 300_000, 300, 20_000, 300);
    assertThat(r.flow).as("no more below that").isEqualTo(choked);
    // Incompressible for a small loss: A √(2 ρ Δp).
    r.at(1e-4, 101_000, 300, 99_000, 300);
    double slow = 1e-4 * Math.sqrt(2 * Gas.density(101_000, 300) * 2_000);
    assertThat(r.flow).isCloseTo(slow, within(0.03 * slow));
  }

  @Test
  void anOpeningPassesAsMuchBackAndItsSlopesAreThoseOfItsFlow() {
    Restriction r = new Restriction();
    Restriction back = new Restriction();
    double[][] cases = {
      {250_000, 400, 240_000, 330}, {110_000, 600, 109_900, 300}, {380_000, 850, 150_000, 320}
    };
    for (double[] c : cases) {
      r.at(3e-4, c[0], c[1], c[2], c[3]);
      double flow = r.flow;
      double first = r.byFirst;
      double second = r.bySecond;
      back.at(3e-4, c[2], c[3], c[0], c[1]);
      assertThat(back.flow).isCloseTo(-flow, within(1e-12));
      assertThat(back.bySecond).isCloseTo(-first, within(1e-15));
      r.at(3e-4, c[0] + 1, c[1], c[2], c[3]);
      assertThat(r.flow - flow).isCloseTo(first, within(Math.abs(first) * 0.02 + 1e-12));
      r.at(3e-4, c[0], c[1], c[2] + 1, c[3]);
      assertThat(r.flow - flow).isCloseTo(second, within(Math.abs(second) * 0.02 + 1e-12));
    }
  }

  @Test
  void aCompressorTakesThePowerThatTheBookSays() {
    // physics of a full load at 1,400 rpm, worked by hand: 0.50 kg/s, pressure ratio 3.6, 20 °C,
    // efficiency 0.75: 0.50 · 1005 · 293 · (3.6^0.2857 - 1) / 0.75 = 86.7 kW.
    Compressor c = new Compressor(0.046);
    double omega = Compressor.speedFor(0.046, 100_000, 293, 360_000, 0.50);
    c.at(100_000, 293, 360_000, omega, 1);
    assertThat(c.flow).as("its curve turned round").isCloseTo(0.50, within(1e-6));
    assertThat(omega * 30 / Math.PI).isBetween(100_000.0, 112_000.0);
    assertThat(c.power).isCloseTo(86_700, within(4_500.0));
    assertThat(Gas.enthalpy(c.behindK) - Gas.enthalpy(293)).isCloseTo(c.power / 0.5, within(1.0));
    double flow = c.flow;
    double slope = c.byBehind;
    c.at(100_000, 293, 360_010, omega, 1);
    assertThat((c.flow - flow) / 10).isCloseTo(slope, within(Math.abs(slope) * 0.02));
  }

  @Test
  void aStandingCompressorLetsAirThroughAndAFasterOneMakesMore() {
    Compressor c = new Compressor(0.046);
    c.at(100_000, 293, 98_000, 0, 1);
    assertThat(c.flow).isPositive();
    c.at(100_000, 293, 200_000, 8_000, 1);
    double slower = c.flow;
    c.at(100_000, 293, 200_000, 9_000, 1);
    assertThat(c.flow).isGreaterThan(slower);
    assertThat(c.byBehind).as("less against more pressure").isNegative();
  }

  @Test
  void aTurbineGivesWhatTheBookSaysAndLosesItInTemperature() {
    // 0.52 kg/s at 840 K over a ratio of 3.5 with 0.70: cp 1.11 kJ/(kg K),
    // 0.52 · 1110 · 840 · (1 - 3.5^-0.2537) · 0.70 = 92 kW.
    Turbine t = new Turbine(0.042);
    double area = 0.52 * Math.sqrt(Gas.R * 840) / 380_000 / Math.sqrt(1 - Math.pow(3.5, -2.89));
    double best = 0.62 * Math.sqrt(2 * Gas.cp(840) * 840 * (1 - Math.pow(3.5, -0.2537))) / 0.042;
    t.at(380_000, 840, 380_000 / 3.5, area, best, 1);
    assertThat(t.flow).isCloseTo(0.52, within(1e-3));
    assertThat(t.power).isCloseTo(92_000, within(4_000.0));
    assertThat(t.flow * (Gas.enthalpy(840) - Gas.enthalpy(t.behindK)))
        .isCloseTo(t.power, within(1.0));
    double power = t.power;
    t.at(380_000, 840, 380_000 / 3.5, area, best / 3, 1);
    assertThat(t.power).as("slow blades waste it").isLessThan(0.85 * power);
  }

  @Test
  void theFuelOfACycleIsWorkWallHeatAndExhaust() {
    Cylinders c = new Cylinders(Layout.SIX, 0.473);
    double[] all = {1, 1, 1, 0.6, 1, 0};
    for (double mg : new double[] {10, 60, 150, 262}) {
      c.inject(mg * 1e-6, all);
      c.breathe(250_000, 320, 270_000, 146);
      c.burn(250_000, 320, 270_000, 146, 0.05);
      double in = c.flow * Gas.enthalpy(320) + c.fuelFlow() * Cylinders.HEATING_VALUE;
      double out =
          (c.flow + c.fuelFlow()) * Gas.enthalpy(c.exhaustK())
              + c.indicated()
              - c.pumping()
              + c.wall();
      assertThat(out).isCloseTo(in, within(1e-3 * in));
      assertThat(c.work(5)).isZero();
      assertThat(c.work(3)).isLessThan(c.work(0));
    }
  }

  @Test
  void lambdaIsAirOverWhatTheFuelNeeds() {
    // Heywood: diesel needs 14.5 kg of air a kilogram.
    Cylinders c = new Cylinders(Layout.SIX, 0.473);
    c.inject(200e-6, new double[] {1, 1, 1, 1, 1, 1});
    c.breathe(300_000, 320, 300_000, 146);
    c.burn(300_000, 320, 300_000, 146, 0);
    assertThat(c.lambda()).isCloseTo(c.flow / (14.5 * c.fuelFlow()), within(1e-9));
    assertThat(c.fuelFlow()).isCloseTo(6 * 200e-6 * 146 / (4 * Math.PI), within(1e-9));
  }

  @Test
  void theRailIsAsStiffAsDieselAndLeaksDownSlowly() {
    FuelSystem f = new FuelSystem(1, FuelSystem.FILTER_OHMS, FuelSystem.PUMP_FLOW);
    for (int i = 0; i < 500; i++) {
      f.step(0.02, 62.8, 5e-4, 46e6, 0, 1, 1, 1, new RailWear());
    }
    assertThat(f.rail()).isCloseTo(46e6, within(0.5e6));
    for (int i = 0; i < 4_500; i++) {
      f.step(0.02, 0, 0, 0, 0, 1, 1, 1, new RailWear());
    }
    // physics of a sound system, common practice: 50 falls to 41 MPa in 90 s.
    assertThat(f.rail() / 46e6).isBetween(0.80, 0.87);
    // An injection of 100 mm³ lowers it by E ΔV / V (bulk modulus, any handbook).
    double before = f.rail();
    f.step(0.01, 0, 100e-9 * FuelSystem.DENSITY / 0.01, 0, 0, 1, 1, 1, new RailWear());
    double modulus = 1.2e9 + 10 * before;
    assertThat(before - f.rail()).isCloseTo(modulus * 100e-9 / 60e-6, within(0.15e6));
  }

  @Test
  void aBlockedFilterLosesPressureAndAWornPumpCannotHoldTheRail() {
    FuelSystem sound = run(1, 1, 1);
    FuelSystem blocked = run(10, 1, 1);
    FuelSystem worn = run(1, 1, 0.5);
    FuelSystem weak = run(1, 0.5, 1);
    assertThat(blocked.drop()).isCloseTo(10 * sound.drop(), within(0.5 * sound.drop()));
    assertThat(blocked.supply()).isLessThan(sound.supply() - 8 * sound.drop());
    assertThat(sound.rail()).isCloseTo(245e6, within(1e6));
    assertThat(worn.rail()).isLessThan(150e6);
    assertThat(worn.metering()).isEqualTo(1);
    assertThat(weak.supply()).isLessThan(0.6 * sound.supply());
  }

  private static FuelSystem run(double filter, double lift, double pump) {
    FuelSystem f = new FuelSystem(1, FuelSystem.FILTER_OHMS, FuelSystem.PUMP_FLOW);
    for (int i = 0; i < 1_000; i++) {
      f.step(0.02, 146, 0.0183, 245e6, 0, filter, lift, pump, new RailWear());
    }
    return f;
  }

  /** What passes a crack passes it as through an orifice: less flow in all, more of it there. */
  @Test
  void aCrackTakesTheMoreOfTheGasTheLessFlowsAndTheMoreSootLies() {
    assertThat(ParticleFilter.past(0.6, 673, 0, 0.015, 1, 0.1)).isCloseTo(0.1, within(1e-3));
    double idle = ParticleFilter.past(0.05, 450, 0, 0.015, 1, 0.1);
    assertThat(idle).isBetween(0.2, 0.6);
    assertThat(ParticleFilter.past(0.05, 450, 0.05, 0.015, 1, 0.1)).isGreaterThan(idle);
    assertThat(ParticleFilter.past(0.6, 673, 0, 0.015, 1, 0)).isZero();
    assertThat(ParticleFilter.past(0, 673, 0, 0.015, 1, 0.1)).isZero();
    assertThat(ParticleFilter.past(0.6, 673, 0.07, 0.015, 0.05, 1)).isBetween(0.9, 1.0);
  }

  @Test
  void aFilterLosesPressureWithViscosityAndFlowAsDarcySays() {
    double one = ParticleFilter.loss(0.2, 500, 0, 0, 1);
    double two = ParticleFilter.loss(0.4, 500, 0, 0, 1);
    assertThat(two / one).isBetween(2.0, 2.8);
    double rated = ParticleFilter.loss(0.6, 673, 0, 0, 1);
    assertThat(rated).as("clean at rated flow").isBetween(1_000.0, 3_000.0);
    double full = ParticleFilter.loss(0.6, 673, ParticleFilter.FULL_KG, 0.02, 1);
    assertThat(full).as("loaded").isBetween(10_000.0, 20_000.0);
    assertThat(ParticleFilter.loss(0.6, 673, 0, 0, 0.2)).isGreaterThan(5 * rated);
  }

  @Test
  void heatArrivesLateInACatalystAndNoneIsMade() {
    ThermalCell cell = new ThermalCell(9_000, 4, 3);
    cell.warm(293);
    double in = 0;
    double out = 0;
    double lost = 0;
    for (int i = 0; i < 60_000; i++) {
      cell.step(0.01, 0.2, 650, 0, 293, 80);
      double cp = Gas.cp(cell.wallK());
      in += 0.2 * cp * 650 * 0.01;
      out += 0.2 * cp * cell.outK() * 0.01;
      lost += 3 * (cell.wallK() - 293) * 0.01;
      if (i == 500) {
        assertThat(cell.outK()).as("after five seconds").isLessThan(400);
      }
    }
    double stored = 9_000 * (cell.wallK() - 293);
    assertThat(in - out).isCloseTo(lost + stored, within(0.01 * (in - out)));
    assertThat(cell.outK()).isBetween(630.0, 650.0);
  }

  @Test
  void theBlockComesToRestWhereTheRadiatorShedsWhatComesIn() {
    Cooling c = new Cooling(210_000, 4_300);
    c.warm(293, 293);
    for (int i = 0; i < 20_000; i++) {
      c.step(1, true, 120_000, 15_000, 293, 60, 1, 0, 1, 1);
    }
    assertThat(c.shed()).isCloseTo(135_000, within(600.0));
    assertThat(c.coolantK() - Gas.ZERO_C).isBetween(83.0, 95.0);
    assertThat(c.oilK()).isGreaterThan(c.coolantK());
  }

  private static FuelSystem settled(RailWear wear, double mpa, double omega, double injected) {
    FuelSystem f = new FuelSystem(1, FuelSystem.FILTER_OHMS, FuelSystem.PUMP_FLOW);
    for (int i = 0; i < 3_000; i++) {
      f.step(0.01, omega, injected, mpa * 1e6, 0, 1, 1, 1, wear);
    }
    return f;
  }

  /** By hand: a tenth of 2.15e-7 m³/rad at 146.6 rad/s is 3.15e-6 m³/s at 150 MPa. */
  @Test
  void aLeakOfTheRailTakesMoreOfThePumpAndEmptiesItOnceItStands() {
    RailWear leak = new RailWear();
    leak.leak = 0.1;
    FuelSystem sound = settled(new RailWear(), 45, 62.8, 5e-4);
    FuelSystem leaking = settled(leak, 45, 62.8, 5e-4);
    assertThat(leaking.rail()).as("the pump makes up for it").isCloseTo(45e6, within(0.5e6));
    double more = (leaking.metering() - sound.metering()) * FuelSystem.PUMP_FLOW * 62.8;
    assertThat(more).isCloseTo(3.15e-6 * 45 / 150, within(2e-8));
    for (int i = 0; i < 500; i++) {
      leaking.step(0.01, 0, 0, 0, 0, 1, 1, 1, leak);
      sound.step(0.01, 0, 0, 0, 0, 1, 1, 1, new RailWear());
    }
    assertThat(leaking.rail()).isLessThan(8e6);
    assertThat(sound.rail()).isGreaterThan(43e6);
  }

  @Test
  void injectorsThatReturnTooMuchLeakOnlyWhileTheyWork() {
    RailWear worn = new RailWear();
    worn.returned = 3;
    FuelSystem f = settled(worn, 45, 62.8, 5e-4);
    assertThat(f.metering())
        .isGreaterThan(1.3 * settled(new RailWear(), 45, 62.8, 5e-4).metering());
    for (int i = 0; i < 500; i++) {
      f.step(0.01, 0, 0, 0, 0, 1, 1, 1, worn);
    }
    assertThat(f.rail()).isGreaterThan(43e6);
  }

  @Test
  void aReliefValveThatOpensEarlyCapsTheRailAndChangesNothingBelow() {
    RailWear early = new RailWear();
    early.opens = 110e6;
    FuelSystem capped = settled(early, 200, 146, 6e-3);
    assertThat(capped.rail()).isBetween(110e6, 122e6);
    assertThat(capped.metering()).isEqualTo(1);
    assertThat(settled(early, 60, 146, 2e-3).metering())
        .isCloseTo(settled(new RailWear(), 60, 146, 2e-3).metering(), within(1e-9));
  }

  /** Common practice, no source: with a seized wastegate the charge does not fall. */
  @Test
  void aWastegateThatOpensLetsTheChargeFallAndOneThatIsSeizedDoesNot() {
    AirFigures f = AirFigures.SIX;
    AirFigures gated =
        new AirFigures(
            f.compressorRadius(),
            f.turbineRadius(),
            f.rotor(),
            f.bearing(),
            5e-4,
            5e-4,
            9e-4,
            f.pipes(),
            f.intake(),
            f.exhaust(),
            f.throttle(),
            f.recirculationValve(),
            f.recirculationCooler(),
            f.recirculationHeat(),
            f.coolerHeat(),
            f.coolerDrop(),
            f.filterDrop(),
            f.lineDrop(),
            f.flap(),
            f.metal());
    Cylinders cylinders = new Cylinders(Layout.SIX, 0.473);
    AirPath air = new AirPath(gated, cylinders);
    air.coolantK = 360;
    cylinders.inject(25e-6, new double[] {1, 1, 1, 1, 1, 1});
    double shut = rests(air, 0);
    double seized = rests(air, 0);
    double open = rests(air, 0.9);
    assertThat(shut - open).isGreaterThan(4_000);
    assertThat(seized).isCloseTo(shut, within(1_000.0));
  }

  private static double rests(AirPath air, double bypass) {
    air.bypass = bypass;
    for (int i = 0; i < 6_000; i++) {
      air.step(0.005, 157, 1);
    }
    return air.intakePascal();
  }

  /**
   * Worked by hand: air of 293 K and 150 kPa through 1 cm² to 100 kPa: the ratio 0.667 lies above
   * the critical one, flow = A p / sqrt(R T) sqrt(2 x 0.667 x 0.333) = 1e-4 x 150e3 / 290.0 x 0.667
   * = 0.0345 kg/s (Guzzella and Onder 2.3).
   */
  @Test
  void flowThroughAnOpeningIsThatWorkedByHand() {
    Restriction r = new Restriction();
    r.at(1e-4, 150_000, 293, 100_000, 293);
    assertThat(r.flow).isCloseTo(0.0345, within(2e-4));
    r.at(1e-4, 300_000, 293, 100_000, 293);
    assertThat(r.flow).as("choked: 1e-4 x 300e3 / 290 x 0.7071").isCloseTo(0.0731, within(4e-4));
  }

  /** Isentropic compression by 1.5 from 293 K: 293 (1.5^0.2857 - 1) = 36.0 K (gas tables). */
  @Test
  void theRotorTakesAtLeastTheWorkOfIsentropicCompression() {
    Compressor c = new Compressor(AirFigures.SIX.compressorRadius());
    c.at(100_000, 293, 150_000, 70_000 * Math.PI / 30, 1);
    assertThat(c.flow).isPositive();
    double ideal = c.flow * 1_005 * 36.0;
    assertThat(ideal / c.power).as("efficiency").isBetween(0.42, 0.79);
    assertThat(c.behindK - 293).isCloseTo(36.0 * c.power / ideal, within(1.0));
  }
}
