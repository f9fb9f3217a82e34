package hitchlamp.server.hookup;

import hitchlamp.core.bus.FrameBlock;
import hitchlamp.core.bus.Link;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.LinkRefusal;
import hitchlamp.core.bus.RecordedLink;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.fault.ClearCall;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.LampCheck;
import hitchlamp.core.fault.SelfTest;
import hitchlamp.core.hookup.ListenIn;
import hitchlamp.core.hookup.Replay;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.hookup.RollCall;
import hitchlamp.core.hookup.SpeedSearch;
import hitchlamp.core.hookup.Vitals;
import hitchlamp.core.j1939.Address;
import hitchlamp.core.j1939.AddressClaim;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.pack.ModuleKind;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.station.Held;
import hitchlamp.core.station.Hold;
import hitchlamp.core.station.LinkHealth;
import hitchlamp.core.station.OperatorEvent;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Station;
import hitchlamp.core.station.Tape;
import hitchlamp.core.story.StoryReading;
import hitchlamp.core.story.TripReset;
import hitchlamp.core.trace.UnitAnswer;
import hitchlamp.core.trial.BenchState;
import hitchlamp.server.account.Account;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Queue;
import java.util.Set;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.TimeUnit;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The one live owner of a hook-up: a thread that alone touches link, protocol state and procedures.
 * Others post to it and read what it publishes. Whatever way it ends, it releases what is held
 * first.
 */
final class LiveOwner implements Runnable {
  private static final Logger LOG = LoggerFactory.getLogger(LiveOwner.class);
  private static final long PUBLISH_MICROS = 250_000;
  private static final long ROLL_NANOS = 60_000_000L;
  private static final long STORE_MICROS = 5_000_000;
  private static final int STORE_ENTRIES = 8_192;
  private static final long KEY_OFF_MICROS = 3_000_000;

  /** Longest wait for modules to confirm that they have let go before the link is closed. */
  private static final long LET_GO_NANOS = 4_000_000_000L;

  private static final int RECONNECTS = 60;
  private static final long RECONNECT_MILLIS = 2_000;
  private static final List<Integer> VITAL =
      List.of(Vitals.ENGINE_SPEED, Vitals.BATTERY, Vitals.COOLANT);

  /** What the owner tells, from its own thread. */
  interface Reports {
    /** A link was found and the hook-up begins; gives the id under which it is stored. */
    long began(SpeedSearch.Candidate candidate);

    void link(LinkView view);

    void vitals(VitalsView view);

    /** What the network of a vessel tells. */
    void vessel(VesselView view);

    void roll(RollView view);

    /** A roll call ended and is to be kept. */
    void rollEnded(Roll roll, RollView view, Account who, Pack pack, long busMicros);

    /**
     * A roll came out of a stored hook-up again.
     *
     * @param number counted from 0 within the hook-up
     */
    void replayed(int number, RollView view);

    /** A read of faults of a stored hook-up was lived again. */
    void replayed(FaultReading reading, Set<String> silent, Pack pack);

    /**
     * Faults are being read, or have been.
     *
     * @param why what the read is for
     */
    void faults(FaultReading reading, Set<String> silent, Pack pack, Account who, FaultRun.Why why);

    /** A read of the story of a stored hook-up was lived again. */
    void replayed(StoryReading reading, Pack pack);

    /**
     * The story is being read, or has been.
     *
     * @param why what the read is for
     */
    void story(StoryReading reading, Pack pack, Account who, StoryRun.Why why);

    /** A module has been told to begin a new trip. */
    void tripReset(ModuleRef keeper, TripReset result, Account who, long busMicros);

    /** Modules have been told to clear. */
    void cleared(List<ClearCall.Outcome> outcomes, Account who, long busMicros);

    /** Modules test themselves, or have. */
    void selfTest(List<SelfTest> outcomes, boolean ended, Account who, long busMicros);

    /** Lamps are being checked, or have been. */
    void lamps(LampCheck.Result result, Account who, long busMicros);

    /** A test goes on, or has ended. */
    void trial(TrialRun.Of of, BenchState<?> state);

    /** A test gave its first command. */
    void trialBegan(TrialRun.Of of, long busMicros);

    /** A test that commanded something has ended: shown as soon as it is stored. */
    void trialEnded(TrialRun.Of of, BenchState<?> state, long busMicros);

    /** A check of a guide waits for the unit. */
    void tracing(long trace, String check, String waits);

    /** The unit has answered a check of a guide, or cannot. */
    void traced(long trace, String check, UnitAnswer answer, long busMicros);

    /** Where values and recordings go. */
    WatchReports.Sink watch();

    void log(String text, long busMicros);

    /** A module confirmed what is held, or could not be brought to let go. */
    void held(String text, long busMicros);

    /** A module confirmed that it has let go. */
    void letGo(String text, long busMicros);

    /** What must be let go of, whatever becomes of this process. */
    void keepHeld(List<Hold> holds);

    /** What an earlier hook-up of the unit left held. */
    List<Hold> leftHeld();

    /** Engine hours for the stores, null where not known. */
    Double hours();

    boolean store(List<FrameBlock.Entry> entries, boolean pinned);

    void ended(String reason);
  }

  /** How a link is opened on a bus. */
  interface Opener {
    Link open(String bus);
  }

  /** How a stored hook-up is lived again. */
  interface Again {
    Replay with(Station.Listener listener, Consumer<StampedFrame> beside);
  }

  private final LinkChoice choice;
  private final List<SpeedSearch.Candidate> candidates;
  private final Opener opener;
  private final Name name;
  private final Again again;
  private final Reports reports;
  private final Queue<Runnable> mailbox = new ConcurrentLinkedQueue<>();
  private final List<FrameBlock.Entry> unstored = new ArrayList<>();
  private final Tape tape = new Tape(unstored::add);
  private volatile boolean stopping;
  private volatile String stopReason = "Unhooked.";
  private volatile TcpLink waker;
  private Pack pack;
  private LinkView view = LinkView.OFF;
  private Station hookUp;
  private List<Held> shown = List.of();
  private Vitals vitals;
  private Procedure<Roll> call;
  private Account caller;
  private Instant calledAt;
  private volatile Roll lastRoll;
  private volatile Turn turn;
  private FaultRun faultRun;
  private final VesselRun vesselRun;
  private StoryRun storyRun;
  private TrialRun trialRun;
  private final WatchRun watchRun;
  private TraceRun traceRun;
  private Link link;
  private SpeedSearch.Candidate found;
  private long publishedMicros = Long.MIN_VALUE;
  private long storedMicros = Long.MIN_VALUE;
  private long rollNanos;
  private boolean rollDirty;
  private boolean pinned;

  LiveOwner(
      LinkChoice choice,
      List<SpeedSearch.Candidate> candidates,
      Opener opener,
      Name name,
      Pack pack,
      Again again,
      Reports reports) {
    this.choice = choice;
    this.candidates = candidates;
    this.opener = opener;
    this.name = name;
    this.pack = pack;
    this.again = again;
    this.reports = reports;
    this.watchRun =
        new WatchRun(
            pack,
            reports.watch(),
            this::keep,
            choice.kind() == LinkChoice.Kind.LOG || choice.kind() == LinkChoice.Kind.STORED
                ? choice.id()
                : "live");
    this.vesselRun =
        choice.backbone().isEmpty() ? null : new VesselRun(choice.backbone(), reports::vessel);
  }

  /** Does something in the owner's thread. */
  void post(Runnable what) {
    mailbox.add(what);
    TcpLink w = waker;
    if (w != null) {
      w.wake();
    }
  }

  /** Ends the hook-up; what is held is released first. */
  void stop(String reason) {
    stopReason = reason;
    stopping = true;
    post(() -> {});
  }

  @Override
  public void run() {
    String reason = stopReason;
    try {
      if (choice.kind() == LinkChoice.Kind.STORED) {
        replay();
      } else if (connect()) {
        reports.began(found);
        reports.log(
            HookupWords.say("hooked-up-through-bus", choice.title(), found.bus()), hookUp.now());
        live();
      }
      reason = stopping ? stopReason : view.says();
    } catch (InterruptedException e) {
      reason = HookupWords.say("hitch-lamp-was-stopped");
    } catch (RuntimeException e) {
      LOG.error("live owner of {} failed", choice.id(), e);
      reason = HookupWords.say("hitch-lamp-itself-failed", e.getMessage());
    } finally {
      finish(reason);
    }
  }

  private void finish(String reason) {
    if (hookUp != null) {
      try {
        letGoFirst();
        keep(OperatorEvent.of(OperatorEvent.LINK, OperatorEvent.END));
        if (turn != null) {
          trialRun.brokenOff();
          faultRun.brokenOff();
          turn.brokenOff();
        }
        if (traceRun != null) {
          traceRun.brokenOff(hookUp.now());
        }
        watchRun.close(hookUp.now(), reason);
        hookUp.close(reason);
        endRollIfBroken();
      } catch (RuntimeException e) {
        LOG.error("closing {}", choice.id(), e);
      }
      storeFrames();
    }
    waker = null;
    if (link != null) {
      link.close();
    }
    if (vesselRun != null) {
      vesselRun.close();
    }
    reports.ended(reason);
    if (stopping) {
      reports.link(LinkView.off(reason));
    }
  }

  /** Lets go of what is held and waits until the modules have confirmed it, for a while. */
  private void letGoFirst() {
    if (hookUp.settled() || view.state() != LinkView.State.UP) {
      return;
    }
    boolean interrupted = Thread.interrupted();
    keep(OperatorEvent.of(OperatorEvent.HOLDS, OperatorEvent.RELEASE));
    hookUp.letGoAll();
    long until = System.nanoTime() + LET_GO_NANOS;
    try {
      while (!hookUp.settled() && System.nanoTime() < until) {
        LinkEvent event = link.await(Math.min(hookUp.nextTimer(), hookUp.now() + PUBLISH_MICROS));
        if (event instanceof LinkEvent.Lost) {
          hookUp.linkLost();
        } else {
          take(event);
          publish();
        }
      }
    } catch (InterruptedException e) {
      interrupted = true;
    }
    if (interrupted) {
      Thread.currentThread().interrupt();
    }
  }

  private void say(LinkView.State state, String says, String next) {
    boolean log = offline();
    Integer address =
        log || hookUp == null || hookUp.address() == Address.NULL ? null : hookUp.address();
    String simulated = choice.kind() == LinkChoice.Kind.SIMULATED ? choice.id().substring(4) : null;
    List<LinkView.HeldView> held = new ArrayList<>();
    if (hookUp != null) {
      for (Held h : hookUp.holds()) {
        held.add(
            new LinkView.HeldView(
                h.hold().id(),
                h.hold().says(),
                h.hold().release(),
                h.state(),
                Math.max(0, hookUp.now() - h.sinceMicros()) / 1e6));
      }
    }
    view =
        new LinkView(
            state,
            says,
            next,
            choice.title(),
            choice.id(),
            simulated,
            found == null ? null : found.bus(),
            found == null ? 0 : found.bitsPerSecond(),
            address,
            !log && link != null && link.capabilities().tellsBitRate(),
            link != null && link.capabilities().tellsSupply(),
            link != null && link.capabilities().tellsErrorCounters(),
            held);
    reports.link(view);
  }

  /** Finds the bus by listening. True where one was found. */
  private boolean connect() throws InterruptedException {
    say(
        LinkView.State.CONNECTING,
        HookupWords.say("connecting-to", choice.title()),
        "Wait a moment.");
    if (choice.kind() == LinkChoice.Kind.LOG) {
      found = candidates.get(0);
      link = opener.open(found.bus());
      begin(List.of());
      return true;
    }
    SpeedSearch search = new SpeedSearch(candidates, choice.factor());
    List<LinkEvent> heard = new ArrayList<>();
    while (search.outcome().isEmpty() && !stopping) {
      SpeedSearch.Candidate candidate = search.listenTo().orElseThrow();
      try {
        link = opener.open(candidate.bus());
      } catch (LinkRefusal e) {
        say(
            LinkView.State.REFUSED,
            "No link: " + e.getMessage() + ".",
            HookupWords.say("is-the-adapter-plugged-in-and"));
        return false;
      }
      waker = link instanceof TcpLink tcp ? tcp : null;
      say(
          LinkView.State.LISTENING,
          HookupWords.say("listening-on-nothing-is-sent-yet", candidate.bus()),
          HookupWords.say("key-on-if-it-is-off"));
      heard.clear();
      while (search.listenTo().filter(candidate::equals).isPresent() && !stopping) {
        LinkEvent event = link.await(search.deadlineMicros());
        heard.add(event);
        search.on(event);
        drain();
      }
      if (search.outcome().filter(o -> o instanceof SpeedSearch.Outcome.Found).isEmpty()) {
        link.close();
      }
    }
    SpeedSearch.Outcome outcome = search.outcome().orElse(null);
    if (outcome instanceof SpeedSearch.Outcome.Found f) {
      found = f.candidate();
      begin(heard);
      return true;
    } else if (outcome instanceof SpeedSearch.Outcome.WrongSpeed) {
      say(
          LinkView.State.WRONG_SPEED,
          HookupWords.say("there-is-traffic-but-at-none"),
          HookupWords.say("another-plug-or-another-pair-of"));
    } else if (outcome instanceof SpeedSearch.Outcome.FellSilent f) {
      say(
          LinkView.State.SILENT,
          HookupWords.say("the-bus-on-said-frames-and", f.candidate().bus(), f.frames()),
          HookupWords.say("key-off-or-modules-going-to"));
    } else if (outcome instanceof SpeedSearch.Outcome.Silent) {
      say(
          LinkView.State.SILENT,
          HookupWords.say("the-bus-is-silent"),
          HookupWords.say("key-on-if-it-is-measure"));
    }
    return false;
  }

  /** Lives a stored hook-up again; nothing of it goes to a unit. */
  private void replay() throws InterruptedException {
    found = candidates.get(0);
    vitals = new Vitals(pack);
    Replay replay =
        again.with(
            new Listener(),
            frame -> {
              if (vesselRun != null) {
                vesselRun.accept(frame);
              }
            });
    reports.began(found);
    say(
        LinkView.State.LISTENING,
        HookupWords.say("replaying-the-stored-hook-up"),
        HookupWords.say("wait-a-moment-nothing-is-sent"));
    int rolls = 0;
    int readings = 0;
    int stories = 0;
    while (!stopping && replay.step()) {
      if (hookUp == null && replay.hookUp().isEmpty()) {
        continue;
      }
      hookUp = replay.hookUp().orElseThrow();
      publish();
      for (; rolls < replay.rolls().size(); rolls++) {
        Roll roll = replay.rolls().get(rolls);
        reports.replayed(rolls, RollView.of(roll, Instant.now(), hookUp.now(), pack.title()));
      }
      for (; readings < replay.readings().size(); readings++) {
        Roll roll = replay.rolls().get(replay.rolls().size() - 1);
        reports.replayed(replay.readings().get(readings), roll.silentKinds(), pack);
      }
      for (; stories < replay.stories().size(); stories++) {
        reports.replayed(replay.stories().get(stories), pack);
      }
    }
    say(
        LinkView.State.UP,
        rolls == 0
            ? HookupWords.say("the-stored-hook-up-holds-no")
            : HookupWords.say("the-stored-hook-up-has-been"),
        HookupWords.say("see-what-it-showed-to-ask"));
    while (!stopping) {
      drain();
      TimeUnit.MILLISECONDS.sleep(100);
    }
  }

  private void begin(List<LinkEvent> heard) {
    vitals = new Vitals(pack);
    boolean readOnly = !link.capabilities().canSend();
    Link to = link;
    lastRoll = null;
    List<Hold> left = hookUp == null ? reports.leftHeld() : hookUp.left();
    boolean firstLink = hookUp == null;
    hookUp = new Station(name, found.bitsPerSecond(), readOnly, to::send, new Listener());
    long first =
        heard.isEmpty()
            ? link instanceof RecordedLink log ? log.startMicros() : 0
            : heard.get(heard.size() - 1).micros();
    storedMicros = first;
    if (!readOnly) {
      Turn fresh = new Turn(hookUp);
      faultRun = new FaultRun(hookUp, fresh, reports, this::keep);
      storyRun = new StoryRun(hookUp, fresh, reports, this::keep);
      trialRun = new TrialRun(hookUp, fresh, reports, this::keep);
      traceRun = new TraceRun(hookUp, reports, this::keep);
      turn = fresh;
    }
    tape.operator(OperatorEvent.began(name, found.bitsPerSecond()), first);
    pinned = true;
    watchRun.begin(hookUp);
    hookUp.start(first);
    if (!readOnly) {
      if (firstLink) {
        // Newest first, as they are let go of.
        for (int i = left.size() - 1; i >= 0; i--) {
          keep(OperatorEvent.left(left.get(i)));
        }
      }
      hookUp.letGoFirst(left);
    }
    heard.forEach(this::take);
    if (readOnly) {
      say(
          LinkView.State.UP,
          HookupWords.say("reading-the-recording-nothing-can-be"),
          HookupWords.say("see-who-was-on-the-bus"));
      call = new ListenIn(pack);
      calledAt = Instant.now();
      hookUp.run(call);
    } else {
      say(
          LinkView.State.UP,
          HookupWords.say("hooked-up-claiming-an-address"),
          HookupWords.say("call-the-roll"));
      if (vesselRun != null) {
        vesselRun.open(opener);
      }
    }
  }

  private final class Listener implements Station.Listener {
    @Override
    public void heard(Message message) {
      vitals.accept(message);
      watchRun.heard(message);
      if (faultRun != null) {
        faultRun.heard(message);
      }
    }

    @Override
    public void progressed(Procedure<?> procedure) {
      rollDirty |= procedure == call;
      if (turn != null) {
        turn.progressed(procedure);
      }
    }

    @Override
    public void held(List<Held> holds) {
      if (!offline()) {
        reports.keepHeld(holds.stream().map(Held::hold).toList());
        tellHeld(shown, holds);
      }
      shown = holds;
      say(view.state(), view.says(), view.next());
    }

    @Override
    public void address(AddressClaim claim) {
      switch (claim.state()) {
        case CLAIMED ->
            say(
                LinkView.State.UP,
                claim.yielded()
                    ? HookupWords.say(
                        "hooked-up-at-address-another-tool",
                        claim.address(),
                        Address.SERVICE_TOOL_1)
                    : HookupWords.say("hooked-up"),
                HookupWords.say("call-the-roll"));
        case CANNOT_CLAIM -> {
          say(
              LinkView.State.UP,
              HookupWords.say("two-other-tools-hold-both-addresses"),
              HookupWords.say("unplug-one-of-them-then-hook"));
          reports.log(HookupWords.say("no-address-two-other-tools-are"), hookUp.now());
        }
        default -> {}
      }
    }
  }

  /** What modules have confirmed since, and what they have not. */
  private void tellHeld(List<Held> before, List<Held> after) {
    long at = hookUp.now();
    for (Held h : after) {
      boolean same =
          before.stream().anyMatch(b -> b.hold().equals(h.hold()) && b.state() == h.state());
      if (!same && h.state() == Held.State.HELD) {
        reports.held(HookupWords.say("the-module-confirmed", h.hold().says()), at);
      } else if (!same && h.state() == Held.State.NOT_CONFIRMED) {
        reports.held(HookupWords.say("not-confirmed", h.hold().says()), at);
      }
    }
    for (Held b : before) {
      if (b.goes() && after.stream().noneMatch(h -> h.hold().id().equals(b.hold().id()))) {
        reports.letGo(HookupWords.say("let-go-the-module-confirmed", b.hold().says()), at);
      }
    }
  }

  private void live() throws InterruptedException {
    while (!stopping) {
      drain();
      long until =
          Math.min(hookUp.nextTimer(), Math.max(hookUp.now(), publishedMicros) + PUBLISH_MICROS);
      LinkEvent event = link.await(until);
      if (event instanceof LinkEvent.Lost lost) {
        if (!lost(lost)) {
          return;
        }
        continue;
      }
      take(event);
      if (vesselRun != null) {
        vesselRun.poll(unstored::add);
      }
      publish();
    }
  }

  private void drain() {
    for (Runnable r = mailbox.poll(); r != null; r = mailbox.poll()) {
      r.run();
    }
  }

  private void take(LinkEvent event) {
    tape.event(event, hookUp);
    pinned |= call != null && !call.finished() || turn != null && turn.busy();
    if (unstored.size() >= STORE_ENTRIES || event.micros() - storedMicros > STORE_MICROS) {
      storedMicros = event.micros();
      storeFrames();
    }
    hookUp.on(event);
  }

  /** Enters what was done into the stored traffic. */
  private void keep(OperatorEvent event) {
    tape.operator(event, hookUp.now());
    pinned = true;
  }

  /** Frames come from a file or a store: they need not be stored again. */
  private boolean offline() {
    return choice.kind() == LinkChoice.Kind.LOG || choice.kind() == LinkChoice.Kind.STORED;
  }

  private void storeFrames() {
    if (!unstored.isEmpty() && !offline()) {
      reports.store(unstored, pinned);
    }
    unstored.clear();
    pinned = false;
  }

  /** The link is gone: names it, keeps all, tries again. True where it is back. */
  private boolean lost(LinkEvent.Lost lost) throws InterruptedException {
    if (choice.kind() == LinkChoice.Kind.LOG) {
      hookUp.on(new LinkEvent.Ticked(lost.micros() + 10_000_000));
      if (call != null) {
        hookUp.stop(call);
      }
      publishRoll(true);
      say(
          LinkView.State.UP,
          HookupWords.say("the-recording-has-been-read-to"),
          HookupWords.say("see-who-was-on-the-bus"));
      while (!stopping) {
        drain();
        Thread.sleep(100);
      }
      return false;
    }
    keep(OperatorEvent.of(OperatorEvent.LINK, OperatorEvent.LOST));
    hookUp.linkLost();
    if (call instanceof RollCall roll) {
      roll.brokenOff(hookUp.now());
    }
    if (turn != null) {
      trialRun.brokenOff();
      faultRun.brokenOff();
      turn.brokenOff();
    }
    watchRun.lost(hookUp.now());
    if (traceRun != null) {
      traceRun.brokenOff(hookUp.now());
    }
    endRollIfBroken();
    storeFrames();
    link.close();
    waker = null;
    long at = hookUp.now();
    reports.log(HookupWords.say("the-link-broke-what-was-captured", lost.reason()), at);
    for (int i = 0; i < RECONNECTS && !stopping; i++) {
      say(
          LinkView.State.LOST,
          HookupWords.say("the-link-broke", lost.reason()),
          HookupWords.say("check-plug-and-adapter-hitch-lamp"));
      Thread.sleep(RECONNECT_MILLIS);
      drain();
      try {
        link = opener.open(found.bus());
      } catch (LinkRefusal e) {
        continue;
      }
      waker = link instanceof TcpLink tcp ? tcp : null;
      // The first event tells the bus time; without one the plug is in and the bus is still silent.
      LinkEvent first = link.await(SpeedSearch.patienceMicros(choice.factor()));
      if (first instanceof LinkEvent.Lost) {
        link.close();
        continue;
      }
      begin(List.of(first));
      reports.log(HookupWords.say("the-link-is-back"), at);
      return true;
    }
    return false;
  }

  private void endRollIfBroken() {
    publishRoll(true);
  }

  private void publish() {
    long now = hookUp.now();
    if (call != null && call.finished()) {
      publishRoll(true);
    } else if (rollDirty && System.nanoTime() - rollNanos > ROLL_NANOS) {
      publishRoll(false);
    }
    if (turn != null) {
      turn.publish(System.nanoTime());
      faultRun.tick();
    }
    if (traceRun != null && traceRun.wantsValues()) {
      watchRun.wantedNow(now);
    }
    watchRun.publish(System.nanoTime(), now);
    if (traceRun != null) {
      traceRun.publish(watchRun.book(), now);
    }
    if (now - publishedMicros < PUBLISH_MICROS && publishedMicros != Long.MIN_VALUE) {
      return;
    }
    publishedMicros = now;
    if (vesselRun != null) {
      vesselRun.publish(now, pack);
    }
    LinkHealth.Health health = hookUp.health().at(now);
    List<VitalsView.ValueView> values = new ArrayList<>();
    List<ModuleKind> engines = pack.engines();
    for (int spn : VITAL) {
      if (engines.size() > 1 && spn != Vitals.BATTERY) {
        engines.forEach(
            e -> vitals.from(e.address(), spn).ifPresent(r -> values.add(value(r, e.side(), now))));
      } else {
        vitals.newest(spn).ifPresent(r -> values.add(value(r, "", now)));
      }
    }
    boolean heard =
        health.lastFrameAgeMicros().isPresent()
            && health.lastFrameAgeMicros().getAsLong() < KEY_OFF_MICROS;
    Double load = Double.isNaN(health.loadPercent()) ? null : health.loadPercent();
    Double age =
        health.lastFrameAgeMicros().isPresent()
            ? health.lastFrameAgeMicros().getAsLong() / 1e3
            : null;
    long lostFrames = link instanceof TcpLink tcp ? tcp.lost() : 0;
    reports.vitals(
        new VitalsView(
            heard ? "on" : "off?",
            values,
            load,
            health.framesPerSecond(),
            age,
            health.errors(),
            health.frames(),
            lostFrames,
            now / 1e6));
  }

  private static VitalsView.ValueView value(Parameter.Reading r, String side, long now) {
    Double figure = r.state() == RawValue.VALID ? r.value() : null;
    return new VitalsView.ValueView(
        r.parameter().spn(),
        r.parameter().name(),
        side,
        figure,
        r.state().name(),
        r.parameter().unit().symbol(),
        r.parameter().decimals(),
        (now - r.micros()) / 1e3);
  }

  private void publishRoll(boolean ended) {
    if (call == null) {
      return;
    }
    rollDirty = false;
    rollNanos = System.nanoTime();
    Roll roll = call.result();
    RollView rollView = RollView.of(roll, calledAt, hookUp.now(), pack.title());
    if (!ended || !call.finished()) {
      // The end is told by who keeps it, so that nobody asks for what is not there yet.
      reports.roll(rollView);
    } else {
      call = null;
      lastRoll = roll;
      watchRun.under(pack, roll);
      reports.rollEnded(roll, rollView, caller, pack, hookUp.now());
      if (roll.full() && roll.state() == Roll.State.COMPLETE && faultRun != null) {
        Pack used = pack;
        Account who = caller;
        faultRun.readAfterRoll(
            roll, used, who, () -> storyRun.read(roll, used, who, StoryRun.Why.ROLL));
      }
    }
  }

  /** Calls the roll, in place of one under way. */
  void callRoll(Account who, boolean full, Pack with) {
    post(
        () -> {
          if (hookUp == null
              || link == null
              || !link.capabilities().canSend()
              || view.state() != LinkView.State.UP) {
            return;
          }
          if (call != null) {
            hookUp.stop(call);
            publishRoll(true);
          }
          pack = with;
          caller = who;
          calledAt = Instant.now();
          call = new RollCall(pack, full);
          keep(OperatorEvent.calledRoll(pack.id(), full, who.name()));
          hookUp.run(call);
          rollDirty = true;
        });
  }

  /** Does something with the faults of the modules that the last roll showed. */
  void withFaults(BiConsumer<FaultRun, Roll> what) {
    post(
        () -> {
          if (faultRun != null && lastRoll != null && view.state() == LinkView.State.UP) {
            what.accept(faultRun, lastRoll);
          }
        });
  }

  /** Does something with what the modules remember that the last roll showed. */
  void withStory(BiConsumer<StoryRun, Roll> what) {
    post(
        () -> {
          if (storyRun != null && lastRoll != null && view.state() == LinkView.State.UP) {
            what.accept(storyRun, lastRoll);
          }
        });
  }

  /** Does something with what is watched and recorded; also on a recording that is read. */
  void withWatch(BiConsumer<WatchRun, Long> what) {
    post(
        () -> {
          if (hookUp != null) {
            what.accept(watchRun, hookUp.now());
          }
        });
  }

  /** Does something with a test. */
  void withTrial(BiConsumer<TrialRun, Roll> what) {
    post(
        () -> {
          if (trialRun != null && lastRoll != null && view.state() == LinkView.State.UP) {
            what.accept(trialRun, lastRoll);
          }
        });
  }

  /** Does something with the checks of guides that the unit answers. */
  void withTrace(BiConsumer<TraceRun, Roll> what) {
    post(
        () -> {
          if (traceRun != null && lastRoll != null && view.state() == LinkView.State.UP) {
            what.accept(traceRun, lastRoll);
          }
        });
  }

  /** The last roll of this hook-up, null where none was called; from any thread. */
  Roll lastRoll() {
    return lastRoll;
  }

  /** What is under way, as a sentence; empty where nothing is. From any thread. */
  String underWay() {
    Turn t = turn;
    return t == null ? "" : t.underWay();
  }

  /** True where a roll of this hook-up names the modules to ask; from any thread. */
  boolean rollKnown() {
    return lastRoll != null;
  }

  /** Cuts the roll call short; it keeps what it has. */
  void stopRoll() {
    post(
        () -> {
          if (call != null) {
            keep(OperatorEvent.of(OperatorEvent.ROLL, OperatorEvent.STOP));
            hookUp.stop(call);
            publishRoll(true);
          }
        });
  }

  /** Lets go of everything held. */
  void releaseAll() {
    post(
        () -> {
          if (hookUp != null && view.state() == LinkView.State.UP && !hookUp.holds().isEmpty()) {
            keep(OperatorEvent.of(OperatorEvent.HOLDS, OperatorEvent.RELEASE));
            hookUp.letGoAll();
          }
        });
  }

  LinkChoice choice() {
    return choice;
  }
}
