package hitchlamp.core.trial;

import hitchlamp.core.pack.ControlSpec;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.RoutineSpec;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Hold;
import hitchlamp.core.station.SessionHold;
import hitchlamp.core.station.Urgency;
import hitchlamp.core.uds.Exchange;
import hitchlamp.core.uds.Reply;
import hitchlamp.core.uds.Services;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * What the bench asks of its module, one thing at a time, and what the answers say of controls and
 * routines. What is held is held before it is commanded.
 */
final class BenchDialogue {
  /** What an answer means for the course of the test. */
  enum Told {
    /** It was noted. */
    NOTED,
    SESSION_OPEN,
    SESSION_REFUSED,
    /** The module refused, or did otherwise than it confirmed. */
    REFUSED
  }

  /**
   * An answer.
   *
   * @param why why it was refused; empty otherwise
   */
  record Answer(Told told, Said why) {
    static final Answer NOTED = new Answer(Told.NOTED, Said.plain(""));

    static Answer refused(Said why) {
      return new Answer(Told.REFUSED, why);
    }
  }

  /** Bytes of an answer before what a routine reports: service, what was asked, the routine. */
  private static final int FOUND_AT = 4;

  /** Questions after the progress of a routine that may stay without an answer in a row. */
  private static final int MOST_UNANSWERED = 5;

  private enum Asked {
    NOTHING,
    SESSION,
    CONTROL,
    READ_BACK,
    START,
    RESULTS,
    VALUE
  }

  private final TestSpec spec;
  private final Pack pack;
  private final ModuleRef module;
  private final BenchScene scene;
  private final BenchQuestions questions;
  private Asked asked = Asked.NOTHING;
  private int ticket;
  private Step.SetPoint setting;
  private long setAt;
  private String running = "";
  private long ranSince;
  private long askAt = Long.MAX_VALUE;
  private int percent = -1;
  private int unanswered;

  BenchDialogue(TestSpec spec, Pack pack, ModuleRef module, BenchScene scene) {
    this.spec = spec;
    this.pack = pack;
    this.module = module;
    this.scene = scene;
    this.questions = new BenchQuestions(spec, pack);
  }

  /** Name of the hold of the session. */
  String session() {
    return "session of " + spec.id() + " " + module.address();
  }

  /** Name of the hold of a control. */
  String holdOf(String control) {
    return spec.id() + " " + control + " " + module.address();
  }

  private String holdOfRoutine() {
    return spec.id() + " runs " + module.address();
  }

  /** True for the hold of the routine that runs. */
  boolean isRoutine(String hold) {
    return !running.isEmpty() && hold.equals(holdOfRoutine());
  }

  /** Names of everything that is held, in the order in which it is let go of. */
  List<String> holds() {
    List<String> all = new ArrayList<>();
    scene.taken().keySet().forEach(name -> all.add(holdOf(name)));
    if (!running.isEmpty() && routine().stops()) {
      all.add(holdOfRoutine());
    }
    all.add(session());
    return all;
  }

  /** True while a command or a routine is not answered; reading a value waits for anything. */
  boolean busy() {
    return asked != Asked.NOTHING && asked != Asked.VALUE;
  }

  /** The control that was commanded last; null before the first. */
  String lastCommanded() {
    return setting == null ? null : setting.control();
  }

  boolean routineRuns() {
    return !running.isEmpty();
  }

  /** True where a reply is the answer to what was asked last. */
  boolean expects(int replied) {
    return replied == ticket;
  }

  /** Answers to what was asked before are of no use any more. */
  void forget() {
    asked = Asked.NOTHING;
    running = "";
    ticket++;
  }

  void open(List<Command> out) {
    out.add(
        new Command.Take(
            SessionHold.of(
                session(),
                TrialWords.say("session-for", spec.title().toLowerCase(Locale.ROOT)),
                TrialWords.say("end-it", spec.title()),
                scene.now(),
                module.address())));
    call(Asked.SESSION, Services.session(Services.EXTENDED_SESSION), Exchange.FIRST_MICROS, out);
  }

  /** Reads the next of the identifiers that are read again and again, where nothing is asked. */
  void read(List<Command> out) {
    // Reading never stops: a routine is asked how far it is in between, or it never would be.
    askHowFar(out);
    if (asked == Asked.NOTHING) {
      questions.next().ifPresent(request -> call(Asked.VALUE, request, Exchange.FIRST_MICROS, out));
    }
  }

  void command(Step.SetPoint p, List<Command> out) {
    ControlSpec control = control(p.control());
    out.add(
        new Command.Take(
            Hold.control(
                holdOf(p.control()),
                p.doing(),
                p.release(),
                scene.now(),
                module.address(),
                Services.returnControl(control.identifier()))));
    setting = p;
    scene.control(
        p.control(), new ControlState(p.value(), ControlState.State.SETTING, scene.now()));
    byte[] request = Services.control(control.identifier(), control.state(p.value()));
    call(Asked.CONTROL, request, Exchange.FIRST_MICROS, out);
  }

  /** Starts a routine that has not been run yet. */
  void run(String name, List<Command> out) {
    if (running.isEmpty() && scene.routine(name).isEmpty()) {
      running = name;
      ranSince = scene.now();
      askAt = Long.MAX_VALUE;
      percent = -1;
      unanswered = 0;
      RoutineSpec r = routine();
      if (r.stops()) {
        out.add(
            new Command.Take(
                Hold.control(
                    holdOfRoutine(),
                    TrialWords.say("it-runs", r.title()),
                    TrialWords.say("stop-it", r.title()),
                    scene.now(),
                    module.address(),
                    Services.stop(r.identifier()))));
      }
      call(Asked.START, Services.start(r.identifier()), Math.round(r.seconds() * 1e6), out);
    }
  }

  void release(String name, List<Command> out) {
    forget();
    returning(name);
    out.add(new Command.Release(holdOf(name)));
  }

  /** A control is being given back. */
  void returning(String name) {
    ControlState c = scene.control(name);
    scene.control(name, new ControlState(c.value(), ControlState.State.RETURNING, scene.now()));
  }

  private ControlSpec control(String name) {
    return pack.bench().control(spec, name).orElseThrow();
  }

  private RoutineSpec routine() {
    return pack.bench().routine(spec, running).orElseThrow();
  }

  private void call(Asked what, byte[] request, long pendingMicros, List<Command> out) {
    asked = what;
    ticket++;
    out.add(new Command.Call(ticket, module.address(), request, Urgency.TEST, 1, pendingMicros));
  }

  /** The module has answered what was asked last. */
  Answer on(Reply reply, List<Command> out) {
    Asked was = asked;
    asked = Asked.NOTHING;
    return switch (was) {
      case SESSION -> opened(reply, out);
      case CONTROL -> controlled(reply, out);
      case READ_BACK -> readBack(reply);
      case START -> started(reply, out);
      case RESULTS -> results(reply, out);
      case VALUE -> {
        questions.on(reply, scene);
        yield Answer.NOTED;
      }
      case NOTHING -> Answer.NOTED;
    };
  }

  private Answer opened(Reply reply, List<Command> out) {
    if (!(reply instanceof Reply.Positive)) {
      return new Answer(
          Told.SESSION_REFUSED, TrialWords.said("the-module-opens-no-session", reply.says()));
    }
    out.add(new Command.Confirm(session()));
    return new Answer(Told.SESSION_OPEN, Said.plain(""));
  }

  private Answer controlled(Reply reply, List<Command> out) {
    if (!(reply instanceof Reply.Positive p)) {
      return Answer.refused(TrialWords.said("the-module-did-not-do-it", reply.says()));
    }
    out.add(new Command.Confirm(holdOf(setting.control())));
    setAt = p.micros();
    ControlSpec control = control(setting.control());
    if (control.readBack()) {
      byte[] request = Services.read(control.identifier());
      call(Asked.READ_BACK, request, Exchange.FIRST_MICROS, out);
    } else {
      there(control);
    }
    return Answer.NOTED;
  }

  private Answer readBack(Reply reply) {
    ControlSpec control = control(setting.control());
    if (!(reply instanceof Reply.Positive p)) {
      return Answer.refused(
          TrialWords.said("it-does-not-tell-what-is-set", control.title(), reply.says()));
    }
    int[] wanted = control.state(setting.value());
    byte[] data = p.data();
    boolean same = data.length == BenchScene.HEAD + wanted.length;
    for (int i = 0; same && i < wanted.length; i++) {
      same = (data[BenchScene.HEAD + i] & 0xFF) == wanted[i];
    }
    if (!same) {
      return Answer.refused(TrialWords.said("it-confirmed-and-did-otherwise", control.title()));
    }
    there(control);
    return Answer.NOTED;
  }

  private void there(ControlSpec control) {
    boolean follows = control.feedback().isPresent();
    scene.control(
        setting.control(),
        new ControlState(
            setting.value(),
            follows ? ControlState.State.FOLLOWING : ControlState.State.SET,
            setAt));
  }

  private Answer started(Reply reply, List<Command> out) {
    RoutineSpec r = routine();
    if (!(reply instanceof Reply.Positive p)) {
      return ended(RoutineEnd.of(reply), out);
    }
    if (r.stops()) {
      out.add(new Command.Confirm(holdOfRoutine()));
    }
    if (r.everySeconds() > 0) {
      askAt = scene.now() + Math.round(r.everySeconds() * 1e6);
    } else if (r.results()) {
      askForResults(Math.round(r.seconds() * 1e6), out);
    } else {
      return ended(new RoutineEnd(true, true, TrialWords.say("it-did-it"), new byte[0]), out);
    }
    return Answer.NOTED;
  }

  private void askForResults(long patience, List<Command> out) {
    call(Asked.RESULTS, Services.results(routine().identifier()), patience, out);
  }

  /** Asks a routine that tells it how far it is, where it is time. */
  void askHowFar(List<Command> out) {
    if (asked == Asked.NOTHING && !running.isEmpty() && scene.now() >= askAt) {
      askAt = Long.MAX_VALUE;
      askForResults(Exchange.FIRST_MICROS, out);
    }
  }

  private Answer results(Reply reply, List<Command> out) {
    RoutineSpec r = routine();
    if (!(reply instanceof Reply.Positive p)) {
      boolean refused = reply instanceof Reply.Refused;
      if (!refused && r.everySeconds() > 0 && ++unanswered < MOST_UNANSWERED) {
        // It may run on: one answer that is lost says nothing.
        askAt = scene.now();
        return Answer.NOTED;
      }
      return ended(RoutineEnd.of(reply), out);
    }
    unanswered = 0;
    if (r.everySeconds() == 0) {
      return ended(
          new RoutineEnd(true, true, TrialWords.say("it-did-it"), found(p.data(), FOUND_AT)), out);
    }
    RoutineStatus status = RoutineStatus.of(p.data(), FOUND_AT);
    if (status.state() == RoutineStatus.State.RUNS) {
      percent = status.percent();
      askAt = scene.now() + Math.round(r.everySeconds() * 1e6);
      return Answer.NOTED;
    }
    boolean done = status.state() == RoutineStatus.State.DONE;
    return ended(
        new RoutineEnd(
            true,
            done,
            done ? TrialWords.say("it-did-it") : status.says(r),
            found(p.data(), FOUND_AT + RoutineStatus.BYTES)),
        out);
  }

  private static byte[] found(byte[] data, int from) {
    return from >= data.length ? new byte[0] : Arrays.copyOfRange(data, from, data.length);
  }

  private Answer ended(RoutineEnd end, List<Command> out) {
    if (routine().stops()) {
      out.add(new Command.Release(holdOfRoutine()));
    }
    scene.ended(running, end);
    running = "";
    return Answer.NOTED;
  }

  /** How far the routine is that runs; empty where none does. */
  Optional<BenchState.Progress> progress() {
    if (running.isEmpty()) {
      return Optional.empty();
    }
    double gone = (scene.now() - ranSince) / 1e6;
    double left =
        percent > 0 ? gone * (100 - percent) / percent : Math.max(0, routine().seconds() - gone);
    return Optional.of(new BenchState.Progress(routine().title(), gone, left, percent));
  }

  /** Why something has been held or has run for long enough; null where nothing has. */
  Said tooLong() {
    for (Map.Entry<String, ControlState> e : scene.taken().entrySet()) {
      double longest = control(e.getKey()).longestSeconds();
      if (scene.now() - e.getValue().sinceMicros() > longest * 1e6) {
        return TrialWords.said("held-for-long-enough", Figure.whole(longest, Unit.SECOND));
      }
    }
    return !running.isEmpty() && scene.now() - ranSince > spec.longestSeconds() * 1e6
        ? TrialWords.said("held-for-long-enough", Figure.whole(spec.longestSeconds(), Unit.SECOND))
        : null;
  }

  /**
   * Looks whether what must follow has come.
   *
   * @return why it did not; null where it may still come, or is there
   */
  Said follow() {
    for (String name : List.copyOf(scene.taken().keySet())) {
      ControlState c = scene.control(name);
      if (c.state() != ControlState.State.FOLLOWING) {
        continue;
      }
      ControlSpec control = control(name);
      ControlSpec.Feedback f = control.feedback().orElseThrow();
      SampleWindow w = scene.value(f.spn());
      if (w.lastMicros() > c.sinceMicros() && Math.abs(w.last() - c.value()) <= f.tolerance()) {
        scene.control(name, new ControlState(c.value(), ControlState.State.SET, scene.now()));
      } else if (scene.now() - c.sinceMicros() > control.withinSeconds() * 1e6) {
        return TrialWords.said("it-did-not-follow", control.title());
      }
    }
    return null;
  }
}
