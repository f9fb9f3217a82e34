package hitchlamp.core.trial.contribution;

import hitchlamp.core.trial.BlockWindow;
import hitchlamp.core.trial.Level;
import hitchlamp.core.trial.Scene;
import java.util.ArrayList;
import java.util.List;

/**
 * What was seen over a stretch in which nothing was changed.
 *
 * @param rpm engine speed
 * @param fuel injected a stroke, mg
 * @param segments mean duration of each cylinder's segment, s; none where they were not timed
 * @param cycles of which they are the means
 * @param corrections mean of what each cylinder gets more than the mean, percent; none where the
 *     module does not tell it
 */
public record Steady(
    Level rpm, Level fuel, List<Double> segments, int cycles, List<Double> corrections) {
  /** Nothing was seen. */
  static final Steady NONE = new Steady(Level.NONE, Level.NONE, List.of(), 0, List.of());

  private static final int ENGINE_SPEED = 190;
  private static final int MOST = 32;

  /**
   * @throws IllegalArgumentException where no engine has so many cylinders
   */
  public Steady {
    if (segments.size() > MOST || corrections.size() > MOST) {
      throw new IllegalArgumentException(ContributionWords.say("no-engine-has-so-many"));
    }
    segments = List.copyOf(segments);
    corrections = List.copyOf(corrections);
  }

  /** What a scene tells of a stretch. */
  static Steady of(Scene scene, long from, long to) {
    List<BlockWindow.Answer> times = scene.block(ContributionScript.SEGMENTS).counted(from, to);
    return new Steady(
        scene.value(ENGINE_SPEED).level(from, to),
        scene.read(ContributionScript.FUELLING).level(from, to),
        means(times),
        times.size(),
        means(scene.block(ContributionScript.CORRECTIONS).between(from, to)));
  }

  /**
   * Mean of the sum of each cylinder's numbers; none where answers differ in how many there are.
   */
  private static List<Double> means(List<BlockWindow.Answer> answers) {
    if (answers.isEmpty()) {
      return List.of();
    }
    int cylinders = answers.get(0).told().cylinders();
    if (answers.stream().anyMatch(a -> a.told().cylinders() != cylinders)) {
      return List.of();
    }
    List<Double> means = new ArrayList<>();
    for (int c = 0; c < cylinders; c++) {
      double sum = 0;
      for (BlockWindow.Answer a : answers) {
        for (double part : a.told().of()[c]) {
          sum += part;
        }
      }
      means.add(sum / answers.size());
    }
    return means;
  }

  /** True where everything that is judged was seen. */
  boolean known() {
    return fuel.count() > 1 && rpm.count() > 1;
  }
}
