package hitchlamp.standin.aftertreatment;

import hitchlamp.standin.engine.Cylinders;
import hitchlamp.standin.engine.Gas;
import hitchlamp.standin.engine.ParticleFilter;

/**
 * What the module believes lies in the particulate filter: the nominal engine's soot less what
 * nominal chemistry burns at the temperatures that it measures, drawn slowly to what the loss of
 * pressure says while much gas flows. It is as wrong as its unit differs from nominal.
 */
public final class SootEstimate {
  private static final double MUCH_FLOW = 0.14;
  private static final double TRUSTS_SECONDS = 7_200;
  private static final double OXYGEN_OF_AIR = 0.21;
  private static final double NO2_USUAL = 0.4;
  private static final double USUAL_ASH = 0.015;
  private static final double MOST_SHARE = 1.3;

  private final double size;
  private double kg;

  public SootEstimate(double size) {
    this.size = size;
  }

  /** It starts from this, kg. */
  public void begin(double now) {
    kg = now;
  }

  /** Time goes on. */
  public void step(double dt, AfterReadings r) {
    if (!r.running || r.flow < 0.005) {
      return;
    }
    double wallK = (r.catalystOutC + r.filterOutC) / 2 + Gas.ZERO_C;
    double air = Math.max(0.001, r.flow - r.fuel);
    double lambda = r.fuel > 1e-7 ? air / (r.fuel * Cylinders.STOICHIOMETRIC) : 10;
    double arrives = EngineOut.soot(r.fuel, r.burned, lambda);
    double oxygen = OXYGEN_OF_AIR * Math.max(0, 1 - 1 / lambda);
    double nox = EngineOut.nox(r.fuel, r.burned);
    double share = EngineOut.share(nox, r.flow) * NO2_USUAL;
    double most = kg > 1e-9 ? nox * NO2_USUAL * SootFilter.BY_NO2 / kg : 0;
    double rate =
        SootFilter.byOxygen(wallK, oxygen) + Math.min(most, SootFilter.byNo2(wallK, share));
    kg = (kg + dt * arrives) / (1 + dt * rate);
    if (r.flow > MUCH_FLOW * size && r.filterKpa == r.filterKpa) {
      double none = loss(r, wallK, 0);
      double some = loss(r, wallK, ParticleFilter.FULL_KG) - none;
      double seen = (r.filterKpa * 1e3 - none) / some * ParticleFilter.FULL_KG * size;
      kg += (Math.max(0, seen) - kg) * Math.min(0.2, dt / TRUSTS_SECONDS);
    }
    kg = Math.max(0, Math.min(MOST_SHARE * ParticleFilter.FULL_KG * size, kg));
  }

  private double loss(AfterReadings r, double wallK, double soot) {
    return ParticleFilter.loss(r.flow / size, wallK, soot, USUAL_ASH, 1);
  }

  /** Share of what counts as full. */
  public double share() {
    return kg / (ParticleFilter.FULL_KG * size);
  }
}
