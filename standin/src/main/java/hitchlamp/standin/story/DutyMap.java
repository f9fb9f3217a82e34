package hitchlamp.standin.story;

/** Seconds that an engine spent at each speed and load. */
final class DutyMap {
  /** Upper ends of the bands of speed, rpm; the last band has none. */
  private static final int[] RPM = {700, 900, 1_100, 1_300, 1_500, 1_700, 1_900, 2_100};

  private static final int LOADS = 10;
  private final double[] seconds = new double[(RPM.length + 1) * LOADS];

  void add(double rpm, double load, double dt) {
    int row = 0;
    while (row < RPM.length && rpm >= RPM[row]) {
      row++;
    }
    seconds[row * LOADS + Math.min(LOADS - 1, (int) (load * LOADS))] += dt;
  }

  void grow(double factor) {
    for (int i = 0; i < seconds.length; i++) {
      seconds[i] *= factor;
    }
  }

  /** Rows, columns, then seconds row by row, from idle to full speed. */
  byte[] bytes() {
    Bytes out = new Bytes().one(RPM.length + 1).one(LOADS);
    for (double s : seconds) {
      out.four(s);
    }
    return out.done();
  }
}
