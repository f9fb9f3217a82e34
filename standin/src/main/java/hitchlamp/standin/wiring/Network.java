package hitchlamp.standin.wiring;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.LUDecomposition;
import org.hipparchus.linear.RealMatrix;
import org.hipparchus.linear.RealVector;

/**
 * Points joined by resistances, with sources between them; solved by nodal analysis (Kirchhoff's
 * current law at each point, any book on circuits). One point is the reference, 0 V. Each point
 * leaks a little to it, so that one that hangs in the air has a voltage too.
 */
final class Network {
  /** What the air lets through, siemens. */
  private static final double LEAK = 1e-9;

  private record Resistor(int a, int b, double siemens) {}

  /** A source of amps from one point into another. */
  private record Source(int from, int to, double amps) {}

  /** Drives a point towards a share of the way between two others, through ohms. */
  private record Follower(int point, int low, int high, double share, double siemens) {}

  private final Map<String, Integer> points = new LinkedHashMap<>();
  private final List<Resistor> resistors = new ArrayList<>();
  private final List<Source> sources = new ArrayList<>();
  private final List<Follower> followers = new ArrayList<>();

  Network(String reference) {
    points.put(reference, 0);
  }

  private int at(String point) {
    return points.computeIfAbsent(point, p -> points.size());
  }

  boolean has(String point) {
    return points.containsKey(point);
  }

  List<String> points() {
    return List.copyOf(points.keySet());
  }

  /** Joins two points by ohms above 0. */
  void resistor(String a, String b, double ohms) {
    resistors.add(new Resistor(at(a), at(b), 1 / ohms));
  }

  /** Volts from one point to another behind ohms above 0. */
  void source(String minus, String plus, double volts, double ohms) {
    resistor(minus, plus, ohms);
    sources.add(new Source(at(minus), at(plus), volts / ohms));
  }

  /** Amps into one point out of another. */
  void current(String from, String to, double amps) {
    sources.add(new Source(at(from), at(to), amps));
  }

  /** An amplifier that brings a point to a share of the way from one to another, behind ohms. */
  void follower(String point, String low, String high, double share, double ohms) {
    followers.add(new Follower(at(point), at(low), at(high), share, 1 / ohms));
  }

  /** Volts of all points against the reference. */
  Map<String, Double> solve() {
    int n = points.size();
    RealMatrix g = new Array2DRowRealMatrix(n, n);
    RealVector amps = new ArrayRealVector(n);
    for (int i = 0; i < n; i++) {
      g.setEntry(i, i, LEAK);
    }
    for (Resistor r : resistors) {
      g.addToEntry(r.a, r.a, r.siemens);
      g.addToEntry(r.b, r.b, r.siemens);
      g.addToEntry(r.a, r.b, -r.siemens);
      g.addToEntry(r.b, r.a, -r.siemens);
    }
    for (Source s : sources) {
      amps.addToEntry(s.from, -s.amps);
      amps.addToEntry(s.to, s.amps);
    }
    for (Follower f : followers) {
      g.addToEntry(f.point, f.point, f.siemens);
      g.addToEntry(f.point, f.low, -f.siemens * (1 - f.share));
      g.addToEntry(f.point, f.high, -f.siemens * f.share);
    }
    for (int i = 0; i < n; i++) {
      g.setEntry(0, i, i == 0 ? 1 : 0);
    }
    amps.setEntry(0, 0);
    RealVector volts = new LUDecomposition(g).getSolver().solve(amps);
    Map<String, Double> by = new LinkedHashMap<>();
    points.forEach((point, i) -> by.put(point, volts.getEntry(i)));
    return by;
  }
}
