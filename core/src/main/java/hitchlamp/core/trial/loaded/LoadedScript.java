package hitchlamp.core.trial.loaded;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.ControlSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.BlockWindow;
import hitchlamp.core.trial.ControlState;
import hitchlamp.core.trial.SampleWindow;
import hitchlamp.core.trial.Scene;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.Step;
import hitchlamp.core.words.Said;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;

/**
 * The same pull again and again, first with all firing, then with each cylinder off, then with all
 * firing once more; what is unsure then is pulled again by itself. Which is off next is said
 * before; it is cut while the foot is down and fires again as soon as it is lifted. A pull that
 * does not count is asked for again.
 */
final class LoadedScript implements Script<LoadedSeen> {
  /** Control: a bit for each cylinder, set where it must not fire. */
  static final String CYLINDERS = "cylinders";

  /** Reads. */
  static final String RPM = "speed";

  static final String BOOST = "charge";
  static final String AIR = "air";
  static final String EXHAUST = "exhaust";
  static final String RAIL = "rail";
  static final String CRANKCASE = "crankcase";
  static final String PEDAL = "pedal";

  /** Block: a counter of cycles, and how long each cylinder's segment lasted in the last. */
  static final String SEGMENTS = "segments";

  /** Read in place of the pedal where a load is put on. */
  static final String LOAD = "load";

  private static final long ROW_MICROS = 200_000;
  private static final long FRESH_MICROS = 1_500_000;

  /** So long a pull may be tried in vain before it is passed over. */
  private static final int MOST_TRIES = 6;

  /** So often what is unsure is pulled again by itself. */
  private static final int MOST_ROUNDS = 3;

  /** So long behind the foot the charge is still noted. */
  private static final long BEHIND_MICROS = 1_000_000;

  private final LoadedSetup setup;
  private final Deque<Integer> plan = new ArrayDeque<>();
  private final List<Integer> done = new ArrayList<>();
  private final List<LoadRow> rows = new ArrayList<>();
  private final List<Uneven> uneven = new ArrayList<>();

  /** Those up to the last pull that is over: what is judged, once a pull. */
  private List<LoadRow> over = List.of();

  private List<Uneven> overUneven = List.of();
  private Optional<BlockWindow.Answer> cycle = Optional.empty();

  private int here;
  private int tries;
  private int pullFrom;
  private int rounds;
  private boolean pulling;
  private boolean ends;
  private long began = Long.MIN_VALUE;
  private long rowAt = Long.MIN_VALUE / 2;
  private long liftedAt = Long.MIN_VALUE / 2;
  private Said last = Said.plain("");
  private Order saidFor;
  private Said said = Said.plain("");

  /** What the words depend on. */
  private record Order(boolean pulling, int here, Said last) {}

  LoadedScript(LoadedSetup setup) {
    this.setup = setup;
    plan.add(0);
    for (int c = 1; c <= setup.cylinders(); c++) {
      plan.add(c);
    }
    plan.add(0);
    here = plan.poll();
  }

  @Override
  public Step next(Scene scene) {
    if (began == Long.MIN_VALUE) {
      began = scene.now();
    }
    look(scene);
    if (ends) {
      return new Step.Done(true, LoadedWords.said("all-pulled"));
    }
    boolean cuts = pulling && here > 0;
    List<Step.SetPoint> points =
        cuts
            ? List.of(
                new Step.SetPoint(
                    CYLINDERS,
                    ControlSpec.mask(List.of(here)),
                    LoadedWords.say("cylinder-off", here),
                    LoadedWords.say("let-all-fire")))
            : List.of();
    return new Step.Set(points, saidNow());
  }

  /** The same words until something else is to be said: they are asked for many times a second. */
  private Said saidNow() {
    Order now = new Order(pulling, here, last);
    if (!now.equals(saidFor)) {
      saidFor = now;
      said = says();
    }
    return said;
  }

  private Said says() {
    if (pulling) {
      return here > 0 ? LoadedWords.said("pulling-with-off", here) : LoadedWords.said("pulling");
    }
    String how = setup.byLoad() ? "put-the-load-on" : "put-the-foot-down";
    Said order =
        here > 0
            ? LoadedWords.said("next-with-off", here, LoadedWords.say(how))
            : LoadedWords.said("next-all-firing", LoadedWords.say(how));
    return last.text().isEmpty() ? order : Said.joined(" ", List.of(last, order));
  }

  private void look(Scene scene) {
    double pedal = fresh(scene, pulledBy());
    boolean down = pedal >= setup.pullsFrom();
    if (down && !pulling) {
      pulling = true;
      pullFrom = rows.size();
    } else if (!down && pulling) {
      // Where nobody tells any more how far the foot is down, it counts as lifted.
      pulling = false;
      liftedAt = scene.now();
      pulled();
    }
    boolean notes = pulling || scene.now() - liftedAt < BEHIND_MICROS;
    if (notes && scene.now() - rowAt >= ROW_MICROS && rows.size() < LoadedSeen.MOST_ROWS) {
      rowAt = scene.now();
      rows.add(row(scene));
    }
    if (notes) {
      cycles(scene);
    }
    if (rows.size() >= LoadedSeen.MOST_ROWS || done.size() >= LoadedSeen.MOST_PULLS) {
      ends = true;
      isOver();
    }
  }

  private void isOver() {
    over = List.copyOf(rows);
    overUneven = List.copyOf(uneven);
  }

  /** Compares each cycle that was told with the one before. */
  private void cycles(Scene scene) {
    long from = cycle.map(c -> c.micros() + 1).orElse(scene.now() - ROW_MICROS);
    for (BlockWindow.Answer a : scene.block(SEGMENTS).between(from, scene.now())) {
      cycle
          .filter(c -> a.micros() - c.micros() <= FRESH_MICROS)
          .filter(c -> uneven.size() < LoadedSeen.MOST_ROWS)
          .ifPresent(
              c ->
                  Uneven.between(c.told(), a.told(), setup.firing())
                      .ifPresent(
                          p ->
                              uneven.add(
                                  new Uneven(
                                      (a.micros() - began) / 1e6, Math.rint(p * 1e3) / 1e3))));
      cycle = Optional.of(a);
    }
  }

  /** The foot was lifted: was that a pull that counts? */
  private void pulled() {
    isOver();
    Pulls p = Pulls.of(over, setup);
    double from = pullFrom < rows.size() ? rows.get(pullFrom).seconds() : Double.MAX_VALUE;
    boolean counts = p.pulls().stream().anyMatch(x -> x.off() == here && x.to() >= from);
    tries++;
    if (counts) {
      done.add(here);
      last = LoadedWords.said("it-counts");
      advance();
    } else if (tries >= MOST_TRIES) {
      last = LoadedWords.said("passed-over");
      advance();
    } else {
      LeftOut.Why why =
          p.leftOut().stream()
              .filter(l -> l.toSeconds() >= from)
              .map(LeftOut::why)
              .reduce((a, b) -> b)
              .orElse(LeftOut.Why.TOO_SHORT);
      last = LoadedWords.said("does-not-count", LoadedWords.say(why.word()));
    }
  }

  private void advance() {
    tries = 0;
    if (plan.isEmpty() && rounds < MOST_ROUNDS) {
      rounds++;
      Judgement j = LoadedJudge.of(setup, over, overUneven).judgement();
      if (j.verdict() == Verdict.CANNOT_TELL) {
        plan.addAll(LoadedJudge.again(setup, j));
      }
    }
    ends = plan.isEmpty();
    here = ends ? here : plan.poll();
  }

  private LoadRow row(Scene scene) {
    ControlState c = scene.control(CYLINDERS);
    int off = -1;
    if (c.free()) {
      off = pulling && here > 0 ? -1 : 0;
    } else if (c.state() == ControlState.State.SET) {
      off = 1 + Long.numberOfTrailingZeros((long) c.value());
    }
    return new LoadRow(
        Math.rint((scene.now() - began) / 1e3) / 1e3,
        fresh(scene, RPM),
        Math.rint((fresh(scene, BOOST) - fresh(scene, AIR)) * 100) / 100,
        fresh(scene, EXHAUST),
        fresh(scene, RAIL),
        fresh(scene, CRANKCASE),
        fresh(scene, pulledBy()),
        off);
  }

  private String pulledBy() {
    return setup.byLoad() ? LOAD : PEDAL;
  }

  private static double fresh(Scene scene, String name) {
    SampleWindow w = scene.read(name);
    return scene.now() - w.lastMicros() <= FRESH_MICROS ? w.last() : Double.NaN;
  }

  @Override
  public Optional<Said> act(Act act, Scene scene) {
    if (pulling) {
      return Optional.of(
          LoadedWords.said(setup.byLoad() ? "take-the-load-off-first" : "lift-the-foot-first"));
    }
    if (plan.size() > LoadedSeen.MOST_PULLS) {
      return Optional.of(LoadedWords.said("enough-is-planned"));
    }
    if (act.action().equals(LoadedCutout.SKIP)) {
      last = LoadedWords.said("passed-over");
      advance();
    } else {
      plan.addFirst(here);
      here = Integer.parseInt(act.arguments().get(0));
      tries = 0;
      last = Said.plain("");
    }
    return Optional.empty();
  }

  @Override
  public void leaving(Scene scene) {
    pulling = false;
    ends = true;
    isOver();
  }

  @Override
  public LoadedSeen observed(Scene scene) {
    ControlState c = scene.control(CYLINDERS);
    int off = c.free() ? 0 : 1 + Long.numberOfTrailingZeros((long) c.value());
    return new LoadedSeen(
        setup.cylinders(), setup.byLoad(), ends ? -1 : here, off, pulling, done, over, overUneven);
  }
}
