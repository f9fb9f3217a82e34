package hitchlamp.standin.engine;

/**
 * Air, and what is left of it after burning lean: one ideal gas whose heat capacity rises with
 * temperature. The line goes through the tables of air between 300 and 1,200 K within 1.5 % (Moran
 * and Shapiro, Fundamentals of Engineering Thermodynamics, table A-22, from memory); burned gas of
 * a diesel engine has up to 4 % more, which is left out.
 */
public final class Gas {
  /** Gas constant of air, J/(kg·K). */
  public static final double R = 287.0;

  /** 0 °C, K. */
  public static final double ZERO_C = 273.15;

  /** Exponent of an isentropic change of air, (γ - 1)/γ with γ = 1.4. */
  static final double KAPPA_AIR = 0.4 / 1.4;

  /** The same of hot gas, γ = 1.34. */
  static final double KAPPA_HOT = 0.34 / 1.34;

  private static final double REFERENCE = 300;
  private static final double CP = 1_005;
  private static final double CP_RISE = 0.19;

  private Gas() {}

  /** Specific enthalpy above that at 300 K, J/kg. */
  public static double enthalpy(double kelvin) {
    double x = kelvin - REFERENCE;
    return CP * x + CP_RISE / 2 * x * x;
  }

  /** Temperature at a specific enthalpy, K: {@link #enthalpy} turned round. */
  public static double kelvin(double enthalpy) {
    return REFERENCE + (Math.sqrt(CP * CP + 2 * CP_RISE * enthalpy) - CP) / CP_RISE;
  }

  /** Heat capacity at constant pressure, J/(kg·K). */
  public static double cp(double kelvin) {
    return CP + CP_RISE * (kelvin - REFERENCE);
  }

  /** Density, kg/m³. */
  public static double density(double pascal, double kelvin) {
    return pascal / (R * kelvin);
  }

  /** Dynamic viscosity, Pa·s (Sutherland's law for air, White, Viscous Fluid Flow). */
  public static double viscosity(double kelvin) {
    return 1.716e-5 * Math.pow(kelvin / 273.0, 1.5) * (273.0 + 111.0) / (kelvin + 111.0);
  }
}
