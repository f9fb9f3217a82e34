package hitchlamp.standin.engine;

import java.util.SplittableRandom;

/**
 * How long the crank takes from one firing to the next, in four parts, by a toothed wheel whose
 * edges stand a little wrong, each always in the same way, and a timer. A cylinder that works less
 * than the others leaves the crank slower through its segment.
 */
public final class SegmentClock {
  /** Parts of a segment that are timed apart. */
  public static final int PARTS = 4;

  /** By how much an edge of the wheel stands wrong at most, rad: common practice, no source. */
  private static final double EDGE_OFF = Math.toRadians(0.03);

  private static final double TICK = 1e-6;
  private static final double LONGEST = 5;

  private final int[] order;
  private final double[] edges;
  private final double segment;
  private final double part;
  private final double[] running;
  private final double[] whole;
  private double since;
  private int passed;
  private int cycles;

  public SegmentClock(Layout layout, SplittableRandom random) {
    int n = layout.cylinders();
    this.segment = 4 * Math.PI / n;
    this.part = segment / PARTS;
    this.order = order(layout);
    // The wheel is on the crank: its edges come round twice a cycle.
    int turn = PARTS * n / 2;
    this.edges = new double[PARTS * n];
    for (int i = 0; i < edges.length; i++) {
      edges[i] = i < turn ? EDGE_OFF * (2 * random.nextDouble() - 1) : edges[i - turn];
    }
    this.running = new double[PARTS * n];
    this.whole = new double[PARTS * n];
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
    int next = (int) Math.floor((theta + EDGE_OFF) / part);
    double left = dt;
    for (int k = next; k <= next + edges.length; k++) {
      double edge = k * part + edges[Math.floorMod(k, edges.length)];
      if (edge <= from) {
        continue;
      }
      if (edge > theta + turned) {
        break;
      }
      double took = (edge - from) / turned * dt;
      edge(k, since + took);
      since = 0;
      left -= took;
      from = edge;
    }
    since = Math.min(LONGEST, since + Math.max(0, left));
  }

  private void edge(int k, double seconds) {
    int slot = Math.floorMod(k - 1, edges.length);
    running[PARTS * order[slot / PARTS] + slot % PARTS] = Math.rint(seconds / TICK) * TICK;
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
    double sum = 0;
    for (int i = 0; i < PARTS; i++) {
      sum += part(cylinder, i);
    }
    return sum;
  }

  /**
   * Duration of a part of it, s.
   *
   * @param part 0 for the one right behind its top dead centre, to {@link #PARTS} - 1
   */
  public double part(int cylinder, int part) {
    return whole[PARTS * cylinder + part];
  }

  /** How far the edge before a cylinder's segment stands wrong, and the one behind it, rad. */
  double wide(int cylinder) {
    int slot = PARTS * slotOf(cylinder);
    return edges[(slot + PARTS) % edges.length] - edges[slot];
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
