package hitchlamp.standin.story;

import hitchlamp.standin.model.EngineState;

/** How an engine was used over a stretch of its life: the unit's whole life, or a trip. */
final class Use {
  static final double HOUR_STEP = 0.05;
  static final double KILOMETRE_STEP = 0.125;
  static final double LITRE_STEP = 0.5;
  private static final double KILOGRAMS_PER_LITRE = 0.835;
  private static final double IDLE_BELOW_RPM = 750;
  private static final double[] BANDS_KMH = {1, 20, 40, 60, 80};

  private double begunAt;
  private double hours;
  private double kilometres;
  private double litres;
  private double idleHours;
  private double idleLitres;
  private double driveHours;
  private double loadHours;
  private int regenerations;
  private int aborted;
  private double regeneratedAt = Double.NaN;
  private final double[] bandHours = new double[BANDS_KMH.length + 1];
  private final DutyMap duty = new DutyMap();

  Use(double begunAt) {
    this.begunAt = begunAt;
  }

  /** The engine runs on for some seconds as it is. */
  void step(double seconds, EngineState s) {
    double h = seconds / 3600;
    double l = s.commandedKgPerHour() / KILOGRAMS_PER_LITRE * h;
    double load = Math.min(1, s.loadShare);
    hours += h;
    litres += l;
    kilometres += s.vehicleKmh * h;
    loadHours += load * h;
    if (idles(s)) {
      idleHours += h;
      idleLitres += l;
    } else if (s.vehicleKmh < 1) {
      // It stands and works: the tipping gear or the bucket is driven.
      driveHours += h;
    }
    int band = 0;
    while (band < BANDS_KMH.length && s.vehicleKmh >= BANDS_KMH[band]) {
      band++;
    }
    bandHours[band] += h;
    duty.add(s.seenRpm(), load, seconds);
  }

  static boolean idles(EngineState s) {
    return s.seenRpm() < IDLE_BELOW_RPM && s.vehicleKmh < 1;
  }

  /** A regeneration ended. */
  void regenerated(boolean whole, double hour) {
    if (whole) {
      regenerations++;
      regeneratedAt = hour;
    } else {
      aborted++;
    }
  }

  /**
   * Puts a life before this one that went on as this one did.
   *
   * @param earlier hours of it
   * @param earlierKilometres distance of it
   */
  void preceded(double earlier, double earlierKilometres) {
    double share = hours > 0 ? earlier / hours : Double.NaN;
    begunAt = 0;
    kilometres += earlierKilometres;
    litres += litres * share;
    idleHours += idleHours * share;
    idleLitres += idleLitres * share;
    driveHours += driveHours * share;
    loadHours += loadHours * share;
    regenerations += (int) (regenerations * share);
    aborted += (int) (aborted * share);
    for (int i = 0; i < bandHours.length; i++) {
      bandHours[i] += bandHours[i] * share;
    }
    duty.grow(1 + share);
    hours += earlier;
  }

  /**
   * Begin, hours, distance, fuel, idle hours and fuel, hours of driven gear, hours at full load
   * that the work comes to, regenerations, aborted ones, hours since the last: four bytes each.
   */
  byte[] bytes(double now) {
    return new Bytes()
        .four(begunAt / HOUR_STEP)
        .four(hours / HOUR_STEP)
        .four(kilometres / KILOMETRE_STEP)
        .four(litres / LITRE_STEP)
        .four(idleHours / HOUR_STEP)
        .four(idleLitres / LITRE_STEP)
        .four(driveHours / HOUR_STEP)
        .four(loadHours / HOUR_STEP)
        .four(regenerations)
        .four(aborted)
        .four((now - regeneratedAt) / HOUR_STEP)
        .done();
  }

  /** Hours in each band of road speed. */
  byte[] bands() {
    Bytes out = new Bytes().one(bandHours.length);
    for (double h : bandHours) {
      out.four(h / HOUR_STEP);
    }
    return out.done();
  }

  DutyMap duty() {
    return duty;
  }

  double kilometres() {
    return kilometres;
  }

  double litres() {
    return litres;
  }

  double idleHours() {
    return idleHours;
  }

  double idleLitres() {
    return idleLitres;
  }

  double driveHours() {
    return driveHours;
  }
}
