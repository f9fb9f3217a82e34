package hitchlamp.standin.engine;

/**
 * What the maker expects of a sound engine of this kind: the module compares its sensors with it.
 * It knows nominal figures and what sensors tell, nothing of this one engine.
 */
public final class Expected {
  private static final double KPA = 1e3;
  private static final double HOUR = 3_600;

  private final Layout layout;
  private final AirFigures figures;
  private final Maps maps;
  private final Restriction valve = new Restriction();

  /** Of nominal figures. */
  public Expected(Layout layout, AirFigures figures) {
    this.layout = layout;
    this.figures = figures;
    this.maps = new Maps(layout.swept());
  }

  /** Whether a wastegate keeps its charge, and not vanes. */
  public boolean wastegate() {
    return layout.wastegate();
  }

  /** Fastest that its turbocharger may turn, rpm. */
  public double fastestRpm() {
    return figures.fastestRpm();
  }

  /** Charge above the air that a sound engine makes at least nearly, kPa; less in thin air. */
  public double chargeKpa(double rpm, double mg, double airKpa) {
    return maps.charge(rpm, mg) / KPA * Math.min(1, airKpa / 100);
  }

  /**
   * Speed of the turbocharger that makes this charge while nothing leaks, rpm.
   *
   * @param intakeKpa absolute
   * @param recirculated gas, kg/h
   */
  public double turboRpm(
      double rpm,
      double intakeKpa,
      double intakeC,
      double recirculated,
      double airKpa,
      double ambientC) {
    double cycles = rpm / 120;
    double density = Gas.density(intakeKpa * KPA, intakeC + Gas.ZERO_C);
    double flow =
        Math.max(0, 0.955 * density * layout.displacement() * cycles - recirculated / HOUR);
    double ambientK = ambientC + Gas.ZERO_C;
    double before =
        airKpa * KPA - figures.filterDrop() * flow * flow / Gas.density(airKpa * KPA, ambientK);
    double behind = intakeKpa * KPA + figures.coolerDrop() * flow * flow / density;
    double omega = Compressor.speedFor(figures.compressorRadius(), before, ambientK, behind, flow);
    return omega * 30 / Math.PI;
  }

  /**
   * Gas that goes through a clean cooler with the valve where it is, kg/h.
   *
   * @param open position of the valve, 0 to 1
   */
  public double recirculated(
      double exhaustKpa, double exhaustC, double intakeKpa, double intakeC, double open) {
    valve.at(
        Restriction.inRow(
            figures.recirculationValve() * Math.max(0, open), figures.recirculationCooler()),
        exhaustKpa * KPA,
        exhaustC + Gas.ZERO_C,
        intakeKpa * KPA,
        intakeC + Gas.ZERO_C);
    return valve.flow * HOUR;
  }

  /** Delivery pressure of a sound lift pump behind a clean filter, kPa above the air. */
  public static double supplyKpa(double rpm, double load) {
    return 150 + 0.285 * rpm - 45 * load;
  }
}
