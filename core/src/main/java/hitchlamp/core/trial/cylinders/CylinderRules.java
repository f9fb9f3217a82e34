package hitchlamp.core.trial.cylinders;

import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.trial.cylinders.CylinderFinding.Points;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Rules of what tests of cylinders mean together, each with its reason: common practice, no source.
 */
public final class CylinderRules {
  /** Percent of the median below which a cylinder has no compression at all. */
  private static final double NONE = 10;

  private CylinderRules() {}

  /**
   * What is known of an engine means.
   *
   * @param cylinders of the engine
   * @return of each cylinder that stands out, then of the whole; empty where too little is known
   */
  public static List<CylinderFinding> of(CylinderEvidence e, int cylinders) {
    List<CylinderFinding> all = new ArrayList<>();
    for (int c = 1; c <= cylinders; c++) {
      ofCylinder(e, c).ifPresent(all::add);
    }
    ofEngine(e, all.isEmpty()).ifPresent(all::add);
    return all;
  }

  private static Optional<CylinderFinding> ofCylinder(CylinderEvidence e, int c) {
    boolean weak = e.work(c).equals(Optional.of(Verdict.FAIL));
    boolean works = e.work(c).equals(Optional.of(Verdict.PASS));
    Optional<Verdict> compression = e.of(CylinderEvidence.COMPRESSION, c);
    boolean low = compression.equals(Optional.of(Verdict.FAIL));
    boolean tight = compression.equals(Optional.of(Verdict.PASS));
    boolean circuit = e.of(CylinderEvidence.COILS, c).equals(Optional.of(Verdict.FAIL));
    if (circuit && !driver(e)) {
      return one(
          c,
          Points.CIRCUIT,
          weak ? "weak-and-circuit" : "circuit",
          low ? "circuit-first-then-valve" : "mend-the-circuit",
          "");
    }
    if (e.of(CylinderEvidence.LOADED, c).equals(Optional.of(Verdict.FAIL))) {
      return blowsBy(c, low, tight);
    }
    if (low && weak) {
      return none(e, c)
          ? one(c, Points.MECHANICAL, "weak-and-none", "valve-clearance", "")
          : one(c, Points.MECHANICAL, "weak-and-low", "find-the-leak", "");
    }
    if (low) {
      return works
          ? one(c, Points.OPEN, "low-and-works", "repeat-compression", "compression")
          : one(c, Points.MECHANICAL, "low", "valve-clearance", "contribution");
    }
    if (weak && tight) {
      return e.of(CylinderEvidence.COILS, c).equals(Optional.of(Verdict.PASS))
          ? one(c, Points.INJECTOR, "weak-tight-and-fine", "renew-the-injector", "")
          : one(c, Points.INJECTOR, "weak-and-tight", "circuits-then-injector", "coils");
    }
    if (weak) {
      return one(c, Points.OPEN, "weak-only", "compression-next", "compression");
    }
    return Optional.empty();
  }

  /** Under load its gas goes into the crankcase: rings or piston, whatever cranking says. */
  private static Optional<CylinderFinding> blowsBy(int c, boolean low, boolean tight) {
    if (low) {
      return one(c, Points.MECHANICAL, "blows-and-low", "press-air", "");
    }
    return tight
        ? one(c, Points.MECHANICAL, "blows-and-tight", "press-air", "")
        : one(c, Points.MECHANICAL, "blows", "compression-then-air", CylinderEvidence.COMPRESSION);
  }

  /** True where the circuits point at a driver: a whole bank fails and no cylinder by itself. */
  private static boolean driver(CylinderEvidence e) {
    return Optional.ofNullable(e.judged().get(CylinderEvidence.COILS))
        .filter(j -> j.verdict() == Verdict.FAIL && j.parts().isEmpty())
        .isPresent();
  }

  /** True where the crankcase pressure is too high under load and no cylinder cures it. */
  private static boolean breathes(CylinderEvidence e) {
    return Optional.ofNullable(e.judged().get(CylinderEvidence.LOADED))
        .filter(j -> j.verdict() == Verdict.FAIL)
        .isPresent();
  }

  private static boolean none(CylinderEvidence e, int c) {
    return e.judged().get(CylinderEvidence.COMPRESSION).named("compression").stream()
        .filter(m -> m.place() == c)
        .mapToDouble(Measured::value)
        .anyMatch(v -> v < NONE);
  }

  private static Optional<CylinderFinding> ofEngine(CylinderEvidence e, boolean noneStandsOut) {
    if (driver(e)) {
      return one(0, Points.HARNESS_OR_DRIVER, "bank", "check-module-supply", "");
    }
    if (e.allAlike() && !e.injectorFaults().isEmpty() && noneStandsOut) {
      String which =
          e.injectorFaults().stream()
              .sorted()
              .map(String::valueOf)
              .reduce((a, b) -> a + ", " + b)
              .orElse("");
      return Optional.of(
          new CylinderFinding(
              0,
              Points.HARNESS_OR_DRIVER,
              CylinderWords.said("alike-with-faults", which),
              CylinderWords.said("wiggle-the-harness"),
              CylinderEvidence.COILS));
    }
    if (breathes(e) && noneStandsOut) {
      return one(0, Points.ELSEWHERE, "breathes", "breather-then-seal", "");
    }
    if (e.allAlike() && noneStandsOut) {
      boolean tight = e.passed(CylinderEvidence.COMPRESSION);
      return one(0, Points.ELSEWHERE, tight ? "alike-and-tight" : "alike", "look-elsewhere", "");
    }
    return Optional.empty();
  }

  private static Optional<CylinderFinding> one(
      int cylinder, Points points, String says, String next, String test) {
    Said said = CylinderWords.said(says, cylinder);
    return Optional.of(
        new CylinderFinding(cylinder, points, said, CylinderWords.said(next, cylinder), test));
  }
}
