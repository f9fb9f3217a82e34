package hitchlamp.core.trial;

import hitchlamp.core.pack.CutoutKind;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;

/**
 * What a cutout by hand came to: a pure function of the observations and the limits of the pack.
 * The work of a cylinder shows in what is lost when it is off: speed falls at first, and the
 * governor adds fuel to the others until speed is back.
 *
 * @param verdict of the whole
 * @param says the reason, in sentences
 * @param cylinders one line a cylinder
 * @param next what to do now
 */
public record CutoutVerdict(Verdict verdict, String says, List<Cylinder> cylinders, String next) {
  /** The noise must be smaller than the difference by this factor (three sigma). */
  private static final double SURE = 3;

  private static final int FEWEST_FOR_MIDDLE = 3;

  /**
   * One cylinder.
   *
   * @param tried whether it was off by itself for long enough
   * @param share of the median cylinder's work, percent; not a number where not known
   * @param noise what noise alone would give, percent, plus or minus three sigma
   * @param rpmLost fall of speed at the first moment, rpm
   * @param fuelAdded mg a stroke that the governor added
   * @param weak true where it does clearly less
   */
  public record Cylinder(
      int number,
      boolean tried,
      double share,
      double noise,
      double rpmLost,
      double fuelAdded,
      boolean weak,
      CutoutObservation.Heard heard) {}

  /** Judges what was seen. */
  public static CutoutVerdict of(CutoutKind kind, List<CutoutObservation> seen) {
    Map<Integer, List<CutoutObservation>> of = new TreeMap<>();
    seen.stream()
        .filter(CutoutObservation::single)
        .forEach(o -> of.computeIfAbsent(o.off().get(0), c -> new ArrayList<>()).add(o));
    double[] work = new double[kind.cylinders()];
    double[] noise = new double[kind.cylinders()];
    for (int i = 0; i < work.length; i++) {
      List<CutoutObservation> tries = of.getOrDefault(i + 1, List.of());
      work[i] = tries.stream().mapToDouble(CutoutObservation::added).average().orElse(Double.NaN);
      noise[i] = error(tries);
    }
    double[] known = Arrays.stream(work).filter(w -> !Double.isNaN(w)).sorted().toArray();
    double middle = known.length == 0 ? Double.NaN : median(known);
    List<Cylinder> cylinders = new ArrayList<>();
    for (int i = 0; i < work.length; i++) {
      List<CutoutObservation> tries = of.getOrDefault(i + 1, List.of());
      double share = 100 * work[i] / middle;
      double band = 100 * SURE * noise[i] / Math.abs(middle);
      boolean enough = known.length >= FEWEST_FOR_MIDDLE && middle > 0;
      cylinders.add(
          new Cylinder(
              i + 1,
              !tries.isEmpty(),
              enough ? share : Double.NaN,
              enough ? band : Double.NaN,
              tries.stream().mapToDouble(CutoutObservation::dipRpm).average().orElse(Double.NaN),
              work[i],
              enough && share + band < 100 * kind.weakBelow(),
              tries.isEmpty()
                  ? CutoutObservation.Heard.NOT_SAID
                  : tries.get(tries.size() - 1).heard()));
    }
    return judge(kind, cylinders, middle);
  }

  /** Error of the mean of several tries: of each what its two means can be off by. */
  private static double error(List<CutoutObservation> tries) {
    double squares = 0;
    for (CutoutObservation o : tries) {
      double before = o.fuelBefore().error();
      double after = o.fuelSettled().error();
      squares += before * before + after * after;
    }
    return tries.isEmpty() ? Double.NaN : Math.sqrt(squares) / tries.size();
  }

  private static double median(double[] sorted) {
    int half = sorted.length / 2;
    return sorted.length % 2 == 1 ? sorted[half] : (sorted[half - 1] + sorted[half]) / 2;
  }

  private static CutoutVerdict judge(CutoutKind kind, List<Cylinder> cylinders, double middle) {
    List<String> weak = new ArrayList<>();
    List<String> open = new ArrayList<>();
    List<String> unsure = new ArrayList<>();
    for (Cylinder c : cylinders) {
      if (c.weak()) {
        weak.add("cylinder " + c.number() + " does " + percent(c.share()));
      } else if (!c.tried()) {
        open.add(String.valueOf(c.number()));
      } else if (!(Math.abs(c.noise()) < 100 * (1 - kind.weakBelow()))) {
        unsure.add(String.valueOf(c.number()));
      }
    }
    if (!(middle > 0) && open.isEmpty()) {
      return new CutoutVerdict(
          Verdict.CANNOT_TELL,
          TrialWords.say("fuelling-did-not-rise-with-any"),
          cylinders,
          TrialWords.say("is-the-speed-held-by-the"));
    }
    if (!weak.isEmpty()) {
      String rest = open.isEmpty() ? "" : TrialWords.say("not-tried", String.join(", ", open));
      return new CutoutVerdict(
          Verdict.FAIL,
          TrialWords.say(
              "of-the-median-cylinders-work-clear", capital(String.join(", ", weak)), rest),
          cylinders,
          TrialWords.say("measure-its-compression-next-it-tells"));
    }
    if (!open.isEmpty()) {
      return new CutoutVerdict(
          Verdict.CANNOT_TELL,
          TrialWords.say("not-tried-alone-for-long-enough", String.join(", ", open)),
          cylinders,
          TrialWords.say("switch-off-each-of-them-alone"));
    }
    if (!unsure.isEmpty()) {
      return new CutoutVerdict(
          Verdict.CANNOT_TELL,
          TrialWords.say("the-noise-is-as-large-as", String.join(", ", unsure)),
          cylinders,
          TrialWords.say("let-idle-settle-loads-off-and"));
    }
    return new CutoutVerdict(
        Verdict.PASS,
        TrialWords.say(
            "all-cylinders-do-alike-within-of",
            percent(
                cylinders.stream().mapToDouble(c -> Math.abs(c.share() - 100)).max().orElse(0))),
        cylinders,
        TrialWords.say("look-elsewhere-mounts-driven-accessories-air"));
  }

  private static String percent(double share) {
    return String.format(Locale.ROOT, "%.0f %%", share);
  }

  private static String capital(String text) {
    return text.substring(0, 1).toUpperCase(Locale.ROOT) + text.substring(1);
  }
}
