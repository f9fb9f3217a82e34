package hitchlamp.core.trial.compression;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** A crank that is turned over compressions of known shares, by small steps of its own. */
final class TurnedCrank {
  private static final double STEP = 2e-5;

  private final List<Integer> firing;
  private final double[] shares;
  private final int parts;
  private final double inertia;
  private final double pull;
  private final double slope;

  /**
   * @param shares of each cylinder, cylinder 1 first
   * @param inertia kg·m²
   * @param slope by which the starter pulls less a rad/s, N·m·s
   */
  TurnedCrank(List<Integer> firing, double[] shares, int parts, double inertia, double slope) {
    this.firing = firing;
    this.shares = shares;
    this.parts = parts;
    this.inertia = inertia;
    this.slope = slope;
    // At 20 rad/s it balances.
    this.pull = slope * 20;
  }

  /** Cycles as a faultless wheel times them. */
  List<CrankCycle> cycles(int count) {
    int all = firing.size() * parts;
    double width = 4 * Math.PI / all;
    double squeezed = 100_000 * 2.1e-3 * 0.55;
    double omega = 20;
    double theta = 0;
    double time = 0;
    double since = 0;
    List<CrankCycle> cycles = new ArrayList<>();
    int[][] times = new int[firing.size()][parts];
    int at = 0;
    while (cycles.size() < count + 3) {
      double gas = 0;
      for (int slot = 0; slot < firing.size(); slot++) {
        double phi = theta - slot * 4 * Math.PI / firing.size();
        phi = ((phi % (4 * Math.PI)) + 4 * Math.PI) % (4 * Math.PI);
        if (phi <= Math.PI || phi >= 3 * Math.PI) {
          gas += shares[firing.get(slot) - 1] * SqueezeShape.torque(phi, 17.2, 3.5, 1.33);
        }
      }
      omega += (pull - slope * omega + squeezed * gas) / inertia * STEP;
      double next = theta + omega * STEP;
      double edge = (at + 1) * width;
      if (next >= edge) {
        double part = (edge - theta) / (omega * STEP) * STEP;
        times[firing.get(at / parts) - 1][at % parts] =
            (int) Math.round((time + part - since) * 1e6);
        since = time + part;
        at++;
      }
      theta = next;
      time += STEP;
      if (at == all) {
        at = 0;
        theta -= 4 * Math.PI;
        cycles.add(
            new CrankCycle(
                Math.round(time * 1e6),
                cycles.size(),
                Arrays.stream(times).map(t -> Arrays.stream(t).boxed().toList()).toList()));
      }
    }
    return cycles.subList(3, cycles.size());
  }
}
