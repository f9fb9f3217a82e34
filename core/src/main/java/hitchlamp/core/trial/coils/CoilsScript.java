package hitchlamp.core.trial.coils;

import hitchlamp.core.pack.ControlSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.BlockWindow;
import hitchlamp.core.trial.ControlState;
import hitchlamp.core.trial.Scene;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.Step;
import hitchlamp.core.trial.coils.CoilSample.Heard;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Each injector in the order of its cylinder is driven for a while, so that it clicks. */
final class CoilsScript implements Script<CoilsSeen> {
  /** Control: a bit for the injector that is driven. */
  static final String INJECTOR = "injector";

  /** Reads: what the module has sampled of each. */
  static final String REST = "rest";

  static final String EARLY = "early";
  static final String RISE = "rise";
  static final String HOLD = "hold";

  /** Read: supply of the module. */
  static final String SUPPLY = "supply";

  /** So long it waits for what the ear says when all were driven. */
  private static final long ASKS_MICROS = 60_000_000;

  private static final long WAITS_FOR_SAMPLES_MICROS = 4_000_000;

  private final CoilsSetup setup;
  private final List<CoilSample> samples = new ArrayList<>();
  private int next;
  private int told;
  private boolean over;
  private long askedSince = Long.MIN_VALUE;

  CoilsScript(CoilsSetup setup) {
    this.setup = setup;
  }

  @Override
  public Step next(Scene scene) {
    int cylinder = driven();
    if (cylinder > 0 && scene.control(INJECTOR).at(ControlSpec.mask(List.of(cylinder)))) {
      long since = scene.control(INJECTOR).sinceMicros();
      long gone = scene.now() - since - Math.round(setup.seconds() * 1e6);
      if (gone >= 0) {
        note(sample(scene, cylinder, since), gone > WAITS_FOR_SAMPLES_MICROS);
      }
    }
    cylinder = driven();
    if (cylinder == 0 && !over && askedSince == Long.MIN_VALUE) {
      askedSince = scene.now();
    }
    if (over || cylinder == 0 && scene.now() - askedSince > ASKS_MICROS) {
      over = true;
      return new Step.Done(true, CoilWords.said("all-were-driven"));
    }
    if (cylinder == 0) {
      return scene.control(INJECTOR).free()
          ? new Step.Ask(
              List.of(
                  new Step.Choice(Act.of(Coils.REST_CLICKED), CoilWords.said("the-rest-clicked")),
                  new Step.Choice(Act.of(Coils.NOT_HEARD), CoilWords.said("nobody-listened"))),
              CoilWords.said("did-each-click"))
          : new Step.Set(List.of(), CoilWords.said("did-each-click"));
    }
    return new Step.Set(
        List.of(
            new Step.SetPoint(
                INJECTOR,
                ControlSpec.mask(List.of(cylinder)),
                CoilWords.say("injector-clicks", cylinder),
                CoilWords.say("stop-it"))),
        CoilWords.said("listen", cylinder));
  }

  /** A sample is kept once the module has told one, or has had time enough to. */
  private void note(CoilSample s, boolean late) {
    if (s.sampled() || late) {
      samples.add(s);
      next++;
    }
  }

  private int driven() {
    return over || next >= setup.cylinders() ? 0 : setup.order().get(next);
  }

  private CoilSample sample(Scene scene, int cylinder, long since) {
    // Where not every kind of value has come since it is driven, what is missing is no finding.
    boolean whole =
        Stream.of(REST, EARLY, RISE, HOLD).allMatch(name -> answered(scene, name, cylinder, since));
    if (!whole) {
      return new CoilSample(
          cylinder,
          Double.NaN,
          Double.NaN,
          Double.NaN,
          Double.NaN,
          scene.read(SUPPLY).last(),
          Heard.NOT_SAID);
    }
    return new CoilSample(
        cylinder,
        newest(scene, REST, cylinder, since),
        newest(scene, EARLY, cylinder, since),
        1e6 * newest(scene, RISE, cylinder, since),
        newest(scene, HOLD, cylinder, since),
        scene.read(SUPPLY).last(),
        Heard.NOT_SAID);
  }

  private static boolean answered(Scene scene, String name, int cylinder, long since) {
    return scene.block(name).between(since, scene.now()).stream()
        .anyMatch(a -> cylinder <= a.told().cylinders());
  }

  /** Mean of what was told of a cylinder since a time; not a number where nothing was. */
  private double newest(Scene scene, String name, int cylinder, long since) {
    double sum = 0;
    int count = 0;
    for (BlockWindow.Answer a : scene.block(name).between(since, scene.now())) {
      told = a.told().cylinders();
      if (cylinder <= told && !Double.isNaN(a.told().of()[cylinder - 1][0])) {
        sum += a.told().of()[cylinder - 1][0];
        count++;
      }
    }
    return count == 0 ? Double.NaN : sum / count;
  }

  @Override
  public Optional<Said> act(Act act, Scene scene) {
    if (!act.action().equals(Coils.HEARD)) {
      return answered(act.action().equals(Coils.REST_CLICKED));
    }
    int cylinder = Integer.parseInt(act.arguments().get(0));
    for (int i = 0; i < samples.size(); i++) {
      if (samples.get(i).cylinder() == cylinder) {
        samples.set(i, samples.get(i).heard(Heard.valueOf(act.arguments().get(1))));
        return Optional.empty();
      }
    }
    return Optional.of(CoilWords.said("this-one-was-not-driven", cylinder));
  }

  /** The last answer ends it. */
  private Optional<Said> answered(boolean clicked) {
    if (driven() > 0) {
      return Optional.of(CoilWords.said("not-all-were-driven"));
    }
    samples.replaceAll(s -> clicked && s.heard() == Heard.NOT_SAID ? s.heard(Heard.CLICKS) : s);
    over = true;
    return Optional.empty();
  }

  @Override
  public void leaving(Scene scene) {
    over = true;
  }

  @Override
  public CoilsSeen observed(Scene scene) {
    ControlState c = scene.control(INJECTOR);
    int driven = c.free() ? 0 : 1 + Long.numberOfTrailingZeros((long) c.value());
    return new CoilsSeen(setup.cylinders(), told, driven, setup.order(), samples);
  }
}
