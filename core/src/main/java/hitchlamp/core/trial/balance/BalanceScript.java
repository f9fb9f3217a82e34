package hitchlamp.core.trial.balance;

import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.BlockWindow;
import hitchlamp.core.trial.Level;
import hitchlamp.core.trial.Scene;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.Step;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** Looks on for a while; nothing is commanded. */
final class BalanceScript implements Script<BalanceSeen> {
  /** Read: what each cylinder gets more than the mean, percent. */
  static final String CORRECTIONS = "corrections";

  /** Read: strokes of each that did not fire since the engine runs. */
  static final String MISSES = "misses";

  /** Read: times of the parts of each segment. */
  static final String SEGMENTS = "segments";

  private static final int ENGINE_SPEED = 190;
  private static final int COOLANT = 110;
  private static final int PARTS = 10;
  private static final int TURNS_A_CYCLE = 2;

  private final BalanceSetup setup;
  private long began = Long.MIN_VALUE;
  private long ended = Long.MAX_VALUE;

  BalanceScript(BalanceSetup setup) {
    this.setup = setup;
  }

  @Override
  public Step next(Scene scene) {
    if (began == Long.MIN_VALUE) {
      began = scene.now();
    }
    double left = setup.seconds() - (scene.now() - began) / 1e6;
    return left <= 0
        ? new Step.Done(true, BalanceWords.said("looked-on-long-enough"))
        : new Step.Ask(List.of(), BalanceWords.said("looking-on", (long) Math.ceil(left)));
  }

  @Override
  public Optional<Said> act(Act act, Scene scene) {
    return Optional.empty();
  }

  @Override
  public void leaving(Scene scene) {
    ended = Math.min(ended, scene.now());
  }

  @Override
  public BalanceSeen observed(Scene scene) {
    if (began == Long.MIN_VALUE) {
      return new BalanceSeen(
          0, setup.seconds(), Level.NONE, Double.NaN, List.of(), List.of(), List.of(), 0);
    }
    long to = Math.min(ended, scene.now());
    double seconds = (to - began) / 1e6;
    Level rpm = scene.value(ENGINE_SPEED).level(began, to);
    double turns = Double.isNaN(rpm.mean()) ? 0 : rpm.mean() / 60 * seconds;
    return new BalanceSeen(
        seconds,
        setup.seconds(),
        rpm,
        scene.value(COOLANT).last(),
        parts(scene.block(CORRECTIONS).between(began, to), to),
        misses(scene.block(MISSES).between(began, to)),
        segments(scene.block(SEGMENTS).counted(began, to)),
        (int) Math.round(turns / TURNS_A_CYCLE));
  }

  /** Means of equal parts of the time, of each cylinder; what was not told is left out. */
  private List<List<Double>> parts(List<BlockWindow.Answer> answers, long to) {
    if (answers.isEmpty()) {
      return List.of();
    }
    int n = answers.get(0).told().cylinders();
    List<List<Double>> all = new ArrayList<>();
    for (int c = 0; c < n; c++) {
      List<Double> parts = new ArrayList<>();
      for (int p = 0; p < PARTS; p++) {
        long from = began + (to - began) * p / PARTS;
        long until = began + (to - began) * (p + 1) / PARTS;
        int cylinder = c;
        answers.stream()
            .filter(a -> a.micros() >= from && a.micros() <= until && a.told().cylinders() == n)
            .mapToDouble(a -> a.told().of()[cylinder][0])
            .average()
            .ifPresent(parts::add);
      }
      all.add(parts);
    }
    return all;
  }

  /** Mean duration of each cylinder's segment; none where it was not told of all. */
  private static List<Double> segments(List<BlockWindow.Answer> answers) {
    List<Double> all = new ArrayList<>();
    int n = answers.isEmpty() ? 0 : answers.get(0).told().cylinders();
    for (int c = 0; c < n; c++) {
      double sum = 0;
      for (BlockWindow.Answer a : answers) {
        if (a.told().cylinders() != n) {
          return List.of();
        }
        sum += Arrays.stream(a.told().of()[c]).sum();
      }
      all.add(sum / answers.size());
    }
    return all.stream().allMatch(s -> s > 0) ? all : List.of();
  }

  /** Misses between the first and the last answer; none where they were counted anew meanwhile. */
  private static List<Integer> misses(List<BlockWindow.Answer> answers) {
    if (answers.size() < 2) {
      return List.of();
    }
    double[][] first = answers.get(0).told().of();
    double[][] last = answers.get(answers.size() - 1).told().of();
    List<Integer> all = new ArrayList<>();
    for (int c = 0; c < last.length; c++) {
      double more = c < first.length ? last[c][0] - first[c][0] : Double.NaN;
      if (!(more >= 0)) {
        return List.of();
      }
      all.add((int) Math.round(more));
    }
    return all;
  }
}
