package hitchlamp.core.trial;

import hitchlamp.core.j1939.Message;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.trial.BenchState.Ending;
import hitchlamp.core.trial.BenchState.Stage;
import hitchlamp.core.uds.Reply;
import hitchlamp.core.watch.Poll;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Runs a test of any kind: looks at the conditions, counts down, opens a session, holds what the
 * script wants held, each set point confirmed before the next, watches the guards, and lets go on
 * every way out. What a person does arrives as the line of an {@link Act}: those named here, or
 * what the kind knows.
 *
 * @param <S> set-up of the kind
 * @param <O> what the kind observes
 */
public final class Bench<S, O> implements Procedure<BenchState<O>> {
  /** Act: begin, where every condition holds. */
  public static final String BEGIN = "begin";

  /**
   * Act: begin as soon as every condition holds, or end with the reason after {@link #SOON_MICROS};
   * for a run that nobody watches.
   */
  public static final String BEGIN_SOON = "begin-soon";

  /** Act, with the id of a condition: it holds, where the unit does not report it. */
  public static final String VOUCH = "vouch";

  /** Act: a browser of the person in the seat looks on. */
  public static final String ALIVE = "alive";

  /** Act: the test is over. */
  public static final String END = "end";

  /** So long a run that nobody watches waits for its conditions: slow values come once a second. */
  public static final long SOON_MICROS = 3_000_000;

  private static final Set<String> OWN = Set.of(BEGIN, BEGIN_SOON, ALIVE, END);
  private static final long LOOK_MICROS = 100_000;

  private final TestKind<S, O> kind;
  private final TestSpec spec;
  private final Pack pack;
  private final TestedUnit of;
  private final JudgedOnce<S, O> judged;
  private final Script<O> script;
  private final BenchScene scene;
  private final BenchDialogue dialogue;
  private final BenchStart start;
  private final Attendance attendance;
  private Stage stage = Stage.PREPARING;
  private Ending ending = Ending.NOT_YET;
  private Said says = TrialWords.said("every-condition-must-hold");
  private Said note = Said.plain("");
  private String held = "";
  private boolean commanded;
  private List<Step.Choice> choices = List.of();

  private Bench(TestKind<S, O> kind, TestSpec spec, Pack pack, TestedUnit of) {
    this.kind = kind;
    this.spec = spec;
    this.pack = pack;
    this.of = of;
    S setup = kind.read(spec, pack);
    this.judged = new JudgedOnce<>(kind, setup);
    this.script = kind.script(setup);
    this.scene = new BenchScene(spec, pack, of);
    this.dialogue = new BenchDialogue(spec, pack, of.module(), scene);
    this.attendance = new Attendance(kind.handsOn());
    this.start = new BenchStart(spec, pack, of, scene);
  }

  /**
   * A run of a test.
   *
   * @param spec of the pack
   * @param of what is tested
   */
  public static Bench<?, ?> of(TestSpec spec, Pack pack, TestedUnit of) {
    return of(TestKinds.of(spec), spec, pack, of);
  }

  /** A run of a test whose kind is known. */
  public static <S, O> Bench<S, O> of(
      TestKind<S, O> kind, TestSpec spec, Pack pack, TestedUnit of) {
    return new Bench<>(kind, spec, pack, of);
  }

  /** True where an act can be understood by a test. */
  public static boolean understands(TestSpec spec, Pack pack, Act act) {
    return understands(TestKinds.of(spec), spec, pack, act);
  }

  private static <S, O> boolean understands(
      TestKind<S, O> kind, TestSpec spec, Pack pack, Act act) {
    boolean vouches =
        act.action().equals(VOUCH)
            && act.arguments().size() == 1
            && spec.conditions().stream()
                .anyMatch(c -> c.vouch() && c.id().equals(act.arguments().get(0)));
    return OWN.contains(act.action()) && act.arguments().isEmpty()
        || vouches
        || kind.understands(kind.read(spec, pack), act);
  }

  /** The test that is run. */
  public TestSpec spec() {
    return spec;
  }

  /** The module that is tested. */
  public ModuleRef module() {
    return of.module();
  }

  /** Values that it reads by identifier are handed on as they come. */
  public void readTo(Poll.Out to) {
    scene.readTo(to);
  }

  /**
   * True once it has begun, which for most means that its first command was given, whatever became
   * of it.
   */
  public boolean commanded() {
    return commanded;
  }

  @Override
  public boolean finished() {
    return stage == Stage.ENDED;
  }

  @Override
  public List<Command> on(Event event) {
    List<Command> out = new ArrayList<>();
    if (finished()) {
      return out;
    }
    scene.now(event.micros());
    if (event instanceof Event.Began) {
      attendance.alive(scene.now());
      out.add(new Command.WakeAt(scene.now() + LOOK_MICROS));
    } else if (event instanceof Event.Heard h) {
      heard(h.message());
    } else if (event instanceof Event.Claimed c) {
      if (stage == Stage.RUNNING) {
        script.claimed(c.address(), scene);
      }
    } else if (event instanceof Event.Ticked) {
      look(out);
      if (!finished()) {
        out.add(new Command.WakeAt(scene.now() + LOOK_MICROS));
      }
    } else if (event instanceof Event.Replied r && dialogue.expects(r.ticket())) {
      replied(r.reply(), out);
    } else if (event instanceof Event.Said s) {
      Act.read(s.choice()).ifPresent(a -> acted(a, out));
    } else if (event instanceof Event.StopAsked) {
      end(Ending.STOPPED, TrialWords.said("stopped"), out);
    } else if (event instanceof Event.LettingGo g) {
      lettingGo(g.holdId(), out);
    } else if (event instanceof Event.LetGo g) {
      gone(g, out);
    } else if (event instanceof Event.NotTaken) {
      stage = Stage.ENDED;
      ending = Ending.REFUSED;
      says = TrialWords.said("the-module-has-still-to-let-go");
    }
    return out;
  }

  private void heard(Message message) {
    start.heard(message);
    scene.heard(message);
    if (stage == Stage.RUNNING) {
      script.heard(message, scene);
    }
  }

  /** Looks around ten times a second: lets go where something is not as it must be. */
  private void look(List<Command> out) {
    Said alone = attendance.alone(stage, scene.now());
    if (alone != null) {
      end(Ending.UNATTENDED, alone, out);
    } else if (stage == Stage.PREPARING) {
      begun(start.waiting(), out);
    } else if (stage == Stage.COUNTDOWN) {
      begun(start.counting(), out);
    } else if (stage == Stage.RUNNING) {
      scene.trace(held);
      watch(out);
      step(out);
    }
  }

  private void begun(BenchStart.Now now, List<Command> out) {
    switch (now) {
      case COUNTS_DOWN -> {
        stage = Stage.COUNTDOWN;
        says = TrialWords.said("it-begins-in-a-moment");
      }
      case BREAKS_OFF -> {
        stage = Stage.PREPARING;
        says = start.lost();
      }
      case BEGINS -> open(out);
      case GIVEN_UP -> end(Ending.REFUSED, start.open(), out);
      case WAITS -> {}
    }
  }

  private void watch(List<Command> out) {
    dialogue.askHowFar(out);
    Said stayedAway = dialogue.follow();
    if (stayedAway != null) {
      stopDoing(Ending.REFUSED, stayedAway, out);
      return;
    }
    if (scene.taken().isEmpty() && !dialogue.routineRuns() || returning()) {
      return;
    }
    Said danger = scene.danger();
    Said why = danger == null ? dialogue.tooLong() : danger;
    if (why != null) {
      stopDoing(Ending.GUARDED, why, out);
    }
  }

  /** A set point was refused: the course goes on without its control, or all is let go of. */
  private void refused(String control, Said why, List<Command> out) {
    if (control != null && script.refused(control, why, scene)) {
      release(control, out);
    } else {
      stopDoing(Ending.REFUSED, why, out);
    }
  }

  /** A test that a person leads lets go of its controls and may go on; any other ends. */
  private void stopDoing(Ending how, Said why, List<Command> out) {
    if (kind.goesOn()) {
      giveBack(why, out);
    } else {
      end(how, why, out);
    }
  }

  private boolean returning() {
    return scene.taken().values().stream().anyMatch(c -> c.state() == ControlState.State.RETURNING);
  }

  /** The next thing that the script wants, where nothing is under way. */
  private void step(List<Command> out) {
    if (stage != Stage.RUNNING || dialogue.busy() || returning()) {
      return;
    }
    Step next = script.next(scene);
    says = noted(next.says());
    choices = next instanceof Step.Ask ask ? ask.choices() : List.of();
    if (next instanceof Step.Set set) {
      hold(set.inOrder(), out);
    } else if (next instanceof Step.Run run) {
      dialogue.run(run.routine(), out);
    } else if (next instanceof Step.Done done) {
      end(done.complete() ? Ending.COMPLETE : Ending.REFUSED, done.says(), out);
    }
    if (stage == Stage.RUNNING && !returning()) {
      dialogue.read(out);
    }
  }

  private Said noted(Said what) {
    return note.text().isEmpty() ? what : Said.joined(" ", List.of(note, what));
  }

  private void hold(List<Step.SetPoint> wanted, List<Command> out) {
    held = wanted.stream().map(Step.SetPoint::doing).collect(Collectors.joining(", "));
    Set<String> names = wanted.stream().map(Step.SetPoint::control).collect(Collectors.toSet());
    List<String> besides =
        scene.taken().keySet().stream().filter(name -> !names.contains(name)).toList();
    if (!besides.isEmpty()) {
      besides.forEach(name -> release(name, out));
      return;
    }
    for (Step.SetPoint p : wanted) {
      ControlState c = scene.control(p.control());
      if (c.free() || c.value() != p.value()) {
        command(p, out);
        return;
      }
      if (!c.at(p.value())) {
        return;
      }
    }
  }

  /** Commands a set point, unless a guard would let go of it at once. */
  private void command(Step.SetPoint p, List<Command> out) {
    Said danger = scene.danger();
    if (danger != null) {
      stopDoing(Ending.GUARDED, danger, out);
      return;
    }
    dialogue.command(p, out);
  }

  private void replied(Reply reply, List<Command> out) {
    BenchDialogue.Answer answer = dialogue.on(reply, out);
    switch (answer.told()) {
      case SESSION_OPEN -> stage = Stage.RUNNING;
      case SESSION_REFUSED -> end(Ending.REFUSED, answer.why(), out);
      case REFUSED -> refused(dialogue.lastCommanded(), answer.why(), out);
      default -> {}
    }
    step(out);
  }

  private void acted(Act act, List<Command> out) {
    if (act.action().equals(ALIVE)) {
      attendance.alive(scene.now());
      return;
    }
    if (!understands(kind, spec, pack, act)) {
      return;
    }
    attendance.alive(scene.now());
    switch (act.action()) {
      case BEGIN -> begin(out);
      case BEGIN_SOON -> start.soon();
      case END -> end(Ending.ENDED, TrialWords.said("ended"), out);
      case VOUCH -> start.vouch(act.arguments().get(0));
      default -> {
        if (stage == Stage.RUNNING || stage == Stage.OPENING) {
          note =
              returning()
                  ? TrialWords.said("wait-until-the-module-has-let-go")
                  : script.act(act, scene).orElse(Said.plain(""));
          if (returning()) {
            says = note;
          }
          step(out);
        }
      }
    }
  }

  private void begin(List<Command> out) {
    if (stage != Stage.PREPARING) {
      return;
    }
    says = start.open() == null ? says : start.open();
    begun(start.begin(), out);
  }

  private void open(List<Command> out) {
    commanded = true;
    if (!kind.commands()) {
      stage = Stage.RUNNING;
      step(out);
      return;
    }
    stage = Stage.OPENING;
    says = TrialWords.said("opening-a-session-with-the-module");
    dialogue.open(out);
  }

  /** Gives every control back; the test goes on when the module has confirmed it. */
  private void giveBack(Said why, List<Command> out) {
    if (scene.taken().isEmpty()) {
      note = why;
      script.leaving(scene);
      return;
    }
    if (!returning()) {
      script.leaving(scene);
      note = why;
      scene.taken().keySet().forEach(name -> release(name, out));
    }
  }

  private void release(String name, List<Command> out) {
    dialogue.release(name, out);
    says = noted(TrialWords.said("letting-go"));
  }

  private void end(Ending how, Said why, List<Command> out) {
    choices = List.of();
    if (stage == Stage.PREPARING || stage == Stage.COUNTDOWN || !kind.commands()) {
      script.leaving(scene);
      stage = Stage.ENDED;
      ending = how;
      says = why;
    } else if (stage != Stage.LETTING_GO) {
      List<String> holds = dialogue.holds();
      leave(how, why);
      holds.forEach(h -> out.add(new Command.Release(h)));
    }
  }

  private void leave(Ending how, Said why) {
    script.leaving(scene);
    stage = Stage.LETTING_GO;
    ending = how;
    note = why;
    dialogue.forget();
    scene.taken().keySet().forEach(dialogue::returning);
    says = noted(TrialWords.said("letting-go"));
  }

  /** Something is being let go of from outside. */
  private void lettingGo(String holdId, List<Command> out) {
    if (stage != Stage.OPENING && stage != Stage.RUNNING) {
      return;
    }
    if (holdId.equals(dialogue.session())) {
      leave(Ending.STOPPED, TrialWords.said("let-go-of-everything"));
      return;
    }
    if (dialogue.isRoutine(holdId)) {
      end(Ending.STOPPED, TrialWords.said("let-go-of-everything"), out);
      return;
    }
    for (String name : List.copyOf(scene.taken().keySet())) {
      if (dialogue.holdOf(name).equals(holdId)) {
        script.leaving(scene);
        note = TrialWords.said("let-go-of-everything");
        release(name, new ArrayList<>());
      }
    }
  }

  private void gone(Event.LetGo g, List<Command> out) {
    if (!g.confirmed()) {
      String what = held.isEmpty() ? TrialWords.say("its-session") : held;
      stage = Stage.ENDED;
      ending = Ending.NOT_CONFIRMED;
      says = noted(TrialWords.said("not-confirmed", what));
      return;
    }
    for (String name : List.copyOf(scene.taken().keySet())) {
      if (g.holdId().equals(dialogue.session()) || dialogue.holdOf(name).equals(g.holdId())) {
        scene.control(name, ControlState.returned(scene.now()));
      }
    }
    if (scene.taken().isEmpty()) {
      held = "";
    }
    if (g.holdId().equals(dialogue.session())) {
      stage = Stage.ENDED;
      says = noted(TrialWords.said("the-module-has-let-go"));
    } else {
      step(out);
    }
  }

  /** The link broke: what is held outlives it and is asked for first when it is back. */
  public void brokenOff() {
    if (!finished()) {
      script.leaving(scene);
      says =
          held.isEmpty()
              ? TrialWords.said("the-link-broke-with-nothing-held")
              : TrialWords.said("the-link-broke-while-held", held);
      choices = List.of();
      stage = Stage.ENDED;
      ending = Ending.LINK_LOST;
    }
  }

  @Override
  public BenchState<O> result() {
    O seen = script.observed(scene);
    return new BenchState<>(
        stage,
        ending,
        says,
        stage == Stage.PREPARING || stage == Stage.COUNTDOWN ? start.now() : List.of(),
        stage == Stage.COUNTDOWN ? start.secondsLeft() : 0,
        choices,
        stage == Stage.RUNNING ? dialogue.progress() : Optional.empty(),
        scene.setPoints(),
        scene.newest(),
        seen,
        scene.trace(),
        kind.saw(seen),
        judged.judge(seen));
  }
}
