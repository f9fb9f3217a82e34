package hitchlamp.server.hookup;

import hitchlamp.core.bus.FrameBlock;
import hitchlamp.core.bus.Link;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.LinkRefusal;
import hitchlamp.core.bus.RecordedLink;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.hookup.Replay;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.hookup.SpeedSearch;
import hitchlamp.core.j1939.Address;
import hitchlamp.core.j1939.AddressClaim;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.station.Held;
import hitchlamp.core.station.Hold;
import hitchlamp.core.station.OperatorEvent;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Station;
import hitchlamp.core.station.Tape;
import hitchlamp.server.account.Account;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Queue;
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
  private static final long STORE_MICROS = 5_000_000;
  private static final int STORE_ENTRIES = 8_192;

  /** Longest wait for modules to confirm that they have let go before the link is closed. */
  private static final long LET_GO_NANOS = 4_000_000_000L;

  private static final int RECONNECTS = 60;
  private static final long RECONNECT_MILLIS = 2_000;

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
  private final LiveReports reports;
  private final Queue<Runnable> mailbox = new ConcurrentLinkedQueue<>();
  private final List<FrameBlock.Entry> unstored = new ArrayList<>();
  private final Tape tape = new Tape(unstored::add);
  private volatile boolean stopping;
  private volatile String stopReason = "Unhooked.";
  private volatile TcpLink waker;
  private Pack pack;
  private LinkView view = LinkView.OFF;
  private Station hookUp;
  private VitalsRun vitals;
  private volatile Turn turn;
  private FaultRun faultRun;
  private final VesselRun vesselRun;
  private StoryRun storyRun;
  private TrialRun trialRun;
  private final WatchRun watchRun;
  private final RollRun rollRun;
  private final HoldsTold holdsTold;
  private TraceRun traceRun;
  private volatile List<Tenant> tenants = List.of();
  private Link link;
  private SpeedSearch.Candidate found;
  private long publishedMicros = Long.MIN_VALUE;
  private long storedMicros = Long.MIN_VALUE;
  private boolean pinned;

  LiveOwner(
      LinkChoice choice,
      List<SpeedSearch.Candidate> candidates,
      Opener opener,
      Name name,
      Pack pack,
      Again again,
      LiveReports reports) {
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
    this.rollRun = new RollRun(reports, this::keep, new AfterRoll());
    this.holdsTold = new HoldsTold(reports);
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
        tenantsBrokenOff();
        watchRun.close(hookUp.now(), reason);
        hookUp.close(reason);
        rollRun.publish(true);
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
    List<LinkView.HeldView> held =
        hookUp == null ? List.of() : HoldsTold.views(hookUp.holds(), hookUp.now());
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
    vitals = new VitalsRun(pack);
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
    vitals = new VitalsRun(pack);
    boolean readOnly = !link.capabilities().canSend();
    Link to = link;
    List<Hold> left = hookUp == null ? reports.leftHeld() : hookUp.left();
    boolean firstLink = hookUp == null;
    hookUp = new Station(name, found.bitsPerSecond(), readOnly, to::send, new Listener());
    long first =
        heard.isEmpty()
            ? link instanceof RecordedLink log ? log.startMicros() : 0
            : heard.get(heard.size() - 1).micros();
    storedMicros = first;
    rollRun.begin(hookUp, pack);
    if (!readOnly) {
      Turn fresh = new Turn(hookUp);
      faultRun = new FaultRun(hookUp, fresh, reports, this::keep);
      storyRun = new StoryRun(hookUp, fresh, reports, this::keep);
      trialRun = new TrialRun(hookUp, fresh, reports, watchRun, this::keep);
      traceRun = new TraceRun(hookUp, reports, this::keep);
      tenants = List.of(trialRun, faultRun, storyRun, traceRun);
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
      rollRun.listen();
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
      tenants.forEach(t -> t.heard(message));
    }

    @Override
    public void progressed(Procedure<?> procedure) {
      rollRun.progressed(procedure);
      if (turn != null) {
        turn.progressed(procedure);
      }
    }

    @Override
    public void held(List<Held> holds) {
      holdsTold.changed(holds, !offline(), hookUp.now());
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
    pinned |= rollRun.underWay() || turn != null && turn.busy();
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
      rollRun.cutShort();
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
    rollRun.brokenOff();
    tenantsBrokenOff();
    watchRun.lost(hookUp.now());
    rollRun.publish(true);
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

  /** The link is gone or the hook-up ends: each tenant keeps what it has. */
  private void tenantsBrokenOff() {
    tenants.forEach(t -> t.brokenOff(hookUp.now()));
    if (turn != null) {
      turn.brokenOff();
    }
  }

  private void publish() {
    long now = hookUp.now();
    rollRun.publish();
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
    reports.vitals(vitals.view(hookUp, pack, link instanceof TcpLink tcp ? tcp.lost() : 0));
  }

  /** What the rest of a hook-up does with a roll. */
  private final class AfterRoll implements RollRun.Ended {
    @Override
    public void before(Roll roll, Pack used) {
      watchRun.under(used, roll);
    }

    @Override
    public void after(Roll roll, Pack used, Account who) {
      if (roll.full() && roll.state() == Roll.State.COMPLETE && faultRun != null) {
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
          pack = with;
          rollRun.call(who, full, with);
        });
  }

  /**
   * Does something with a tenant of the hook-up and what the last roll showed; nothing where the
   * link is not up or no roll was called.
   */
  <T extends Tenant> void with(Class<T> tenant, BiConsumer<T, Roll> what) {
    post(
        () -> {
          Roll lastRoll = rollRun.last();
          if (lastRoll != null && view.state() == LinkView.State.UP) {
            tenants.stream()
                .filter(tenant::isInstance)
                .map(tenant::cast)
                .forEach(t -> what.accept(t, lastRoll));
          }
        });
  }

  /** A tenant of the hook-up, for what it lets be asked from any thread. */
  <T extends Tenant> Optional<T> tenant(Class<T> tenant) {
    return tenants.stream().filter(tenant::isInstance).map(tenant::cast).findFirst();
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

  /** The last roll of this hook-up, null where none was called; from any thread. */
  Roll lastRoll() {
    return rollRun.last();
  }

  /** What is under way, as a sentence; empty where nothing is. From any thread. */
  String underWay() {
    Turn t = turn;
    return t == null ? "" : t.underWay();
  }

  /** True where a roll of this hook-up names the modules to ask; from any thread. */
  boolean rollKnown() {
    return rollRun.last() != null;
  }

  /** Cuts the roll call short; it keeps what it has. */
  void stopRoll() {
    post(
        () -> {
          if (hookUp != null) {
            rollRun.stop();
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
