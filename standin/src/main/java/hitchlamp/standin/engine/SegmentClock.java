package hitchlamp.standin.engine;

import java.util.SplittableRandom;

/**
 * How long the crank takes from one firing to the next, in two halves, by a toothed wheel whose
 * edges stand a little wrong, each always in the same way, and a timer. A cylinder that works less
 * than the others leaves the crank slower through its segment.
 */
public final class SegmentClock {
  /** By how much an edge of the wheel stands wrong at most, rad: common practice, no source. */
  private static final double EDGE_OFF = Math.toRadians(0.03);

  private static final double TICK = 1e-6;
  private static final double LONGEST = 5;

  private final int[] order;
  private final double[] edges;
  private final double segment;
  private final double half;
  private final double[] running;
  private final double[] whole;
  private double since;
  private int passed;
  private int cycles;

  public SegmentClock(Layout layout, SplittableRandom random) {
    int n = layout.cylinders();
    this.segment = 4 * Math.PI / n;
    this.half = segment / 2;
    this.order = order(layout);
    // The wheel is on the crank: its edges come round twice a cycle.
    this.edges = new double[2 * n];
    for (int i = 0; i < 2 * n; i++) {
      edges[i] = i < n ? EDGE_OFF * (2 * random.nextDouble() - 1) : edges[i - n];
    }
    this.running = new double[2 * n];
    this.whole = new double[2 * n];
  }

  /** Cylinders in the order in which they fire, 0 is the first. */
  static int[] order(Layout layout) {
    int n = layout.cylinders();
    int[] order = new int[n];
    for (int i = 0; i < n; i++) {
      order[layout.firing().get(i) * n / 720] = i;
    }
    return order;
  }

  /**
   * The crank turns on.
   *
   * @param theta from here, rad
   * @param turned by so much, rad
   * @param dt in this time, s
   */
  public void turn(double theta, double turned, double dt) {
    if (turned <= 0) {
      since = Math.min(LONGEST, since + dt);
      return;
    }
    double from = theta;
    int next = (int) Math.floor((theta + EDGE_OFF) / half);
    double left = dt;
    for (int k = next; k <= next + edges.length; k++) {
      double edge = k * half + edges[Math.floorMod(k, edges.length)];
      if (edge <= from) {
        continue;
      }
      if (edge > theta + turned) {
        break;
      }
      double part = (edge - from) / turned * dt;
      edge(k, since + part);
      since = 0;
      left -= part;
      from = edge;
    }
    since = Math.min(LONGEST, since + Math.max(0, left));
  }

  private void edge(int k, double seconds) {
    int slot = Math.floorMod(k - 1, edges.length);
    running[2 * order[slot / 2] + slot % 2] = Math.rint(seconds / TICK) * TICK;
    passed++;
    if (slot == edges.length - 1 && passed >= edges.length) {
      System.arraycopy(running, 0, whole, 0, whole.length);
      cycles++;
    }
  }

  /** Whole cycles that it has timed. */
  public int cycles() {
    return cycles;
  }

  /** Duration of a cylinder's segment in the last whole cycle, s; cylinder 0 is the first. */
  public double seconds(int cylinder) {
    return whole[2 * cylinder] + whole[2 * cylinder + 1];
  }

  /**
   * Duration of half of it, s.
   *
   * @param second false for the half right behind its top dead centre
   */
  public double half(int cylinder, boolean second) {
    return whole[2 * cylinder + (second ? 1 : 0)];
  }

  /** How far the edge before a cylinder's segment stands wrong, and the one behind it, rad. */
  double wide(int cylinder) {
    int slot = 2 * slotOf(cylinder);
    return edges[(slot + 2) % edges.length] - edges[slot];
  }

  /** Slot in which a cylinder fires, from 0. */
  int slotOf(int cylinder) {
    int slot = 0;
    while (order[slot] != cylinder) {
      slot++;
    }
    return slot;
  }

  int cylinderAt(int slot) {
    return order[Math.floorMod(slot, order.length)];
  }

  double segment() {
    return segment;
  }
}
