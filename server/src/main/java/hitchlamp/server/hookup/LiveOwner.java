package hitchlamp.server.hookup;

import hitchlamp.core.bus.Link;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.LinkRefusal;
import hitchlamp.core.bus.RecordedLink;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.hookup.SpeedSearch;
import hitchlamp.core.j1939.AddressClaim;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.station.Held;
import hitchlamp.core.station.Hold;
import hitchlamp.core.station.OperatorEvent;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Station;
import hitchlamp.server.account.Account;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.ObjLongConsumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The one live owner of a hook-up: a thread that alone touches link, protocol state and procedures.
 * Others post to it and read what it publishes. Whatever way it ends, it releases what is held
 * first.
 */
final class LiveOwner implements Runnable, LiveUnit {
  private static final Logger LOG = LoggerFactory.getLogger(LiveOwner.class);
  private static final long PUBLISH_MICROS = 250_000;

  private final LinkChoice choice;
  private final List<SpeedSearch.Candidate> candidates;
  private final LinkOpener opener;
  private final Name name;
  private final ReplayRun.Again again;
  private final LiveReports reports;
  private final Mailbox mailbox = new Mailbox();
  private final Traffic traffic;
  private final LinkStatus status;
  private Pack pack;
  private Station hookUp;
  private VitalsRun vitals;
  private final VesselRun vesselRun;
  private final RollRun rollRun;
  private final HoldsTold holdsTold;

  private final Tenants.Shared shared;

  /** Null before a link is up. */
  private volatile Tenants tenants;

  private Link link;
  private SpeedSearch.Candidate found;
  private long publishedMicros = Long.MIN_VALUE;

  LiveOwner(
      LinkChoice choice,
      List<SpeedSearch.Candidate> candidates,
      LinkOpener opener,
      Name name,
      Pack pack,
      ReplayRun.Again again,
      List<Capability> capabilities,
      LiveReports reports) {
    this.choice = choice;
    this.candidates = candidates;
    this.opener = opener;
    this.name = name;
    this.pack = pack;
    this.again = again;
    this.reports = reports;
    this.traffic = new Traffic(reports, !choice.readOnly());
    this.status = new LinkStatus(choice, reports);
    this.shared =
        new Tenants.Shared(
            capabilities, reports, this::keep, choice.readOnly() ? choice.id() : Linked.LIVE);
    this.rollRun =
        new RollRun(
            reports, this::keep, (roll, used) -> tenants.rolled(roll, used), this::afterRoll);
    this.holdsTold = new HoldsTold(reports);
    this.vesselRun =
        choice.backbone().isEmpty() ? null : new VesselRun(choice.backbone(), reports::vessel);
  }

  /** Ends the hook-up; what is held is released first. */
  void stop(String reason) {
    mailbox.stop(reason);
  }

  @Override
  public void run() {
    String reason = mailbox.reason();
    try {
      if (choice.kind() == LinkChoice.Kind.STORED) {
        replay();
      } else if (connect()) {
        reports.log(
            HookupWords.say("hooked-up-through-bus", choice.title(), found.bus()), hookUp.now());
        live();
      }
      reason = mailbox.stopping() ? mailbox.reason() : status.view().says();
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
        if (tenants != null) {
          tenants.closed(reason);
        }
        hookUp.close(reason);
        rollRun.publish(true);
      } catch (RuntimeException e) {
        LOG.error("closing {}", choice.id(), e);
      }
      traffic.store();
    }
    mailbox.waitsFor(null);
    if (link != null) {
      link.close();
    }
    if (vesselRun != null) {
      vesselRun.close();
    }
    reports.ended(reason);
    if (mailbox.stopping()) {
      reports.link(LinkView.off(reason));
    }
  }

  /** Lets go of what is held and waits until the modules have confirmed it, for a while. */
  private void letGoFirst() {
    if (!hookUp.settled() && status.view().state() == LinkView.State.UP) {
      keep(OperatorEvent.of(OperatorEvent.HOLDS, OperatorEvent.RELEASE));
      LastRelease.letGo(
          hookUp,
          link,
          event -> {
            take(event);
            publish();
          });
    }
  }

  private void say(LinkView.State state, String says, String next) {
    status.say(state, says, next, hookUp, link, found);
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
    LinkSearch search = new LinkSearch(candidates, choice.factor(), opener, this::say);
    while (search.goesOn() && !mailbox.stopping()) {
      if (!search.open()) {
        return false;
      }
      link = search.link();
      mailbox.waitsFor(link);
      while (search.listens() && !mailbox.stopping()) {
        search.listen();
        mailbox.drain();
      }
      search.close();
    }
    if (search.found().isPresent()) {
      found = search.found().get();
      try {
        link.speak();
      } catch (LinkRefusal e) {
        say(
            LinkView.State.REFUSED,
            HookupWords.say("no-link", e.getMessage()),
            LinkSearch.nextOf(e));
        return false;
      }
      begin(search.heard());
      return true;
    }
    search.sayWhyNot();
    return false;
  }

  /** Lives a stored hook-up again; nothing of it goes to a unit. */
  private void replay() throws InterruptedException {
    found = candidates.get(0);
    vitals = new VitalsRun(pack);
    ReplayRun replay =
        new ReplayRun(
            again.with(
                new Listener(),
                frame -> {
                  if (vesselRun != null) {
                    vesselRun.accept(frame);
                  }
                }),
            reports,
            pack);
    reports.began(found);
    say(
        LinkView.State.LISTENING,
        HookupWords.say("replaying-the-stored-hook-up"),
        HookupWords.say("wait-a-moment-nothing-is-sent"));
    while (!mailbox.stopping() && replay.step()) {
      if (replay.station() != null) {
        if (hookUp == null) {
          hookUp = replay.station();
          tenants = new Tenants(shared, hookUp, pack, Optional.of(replay.replay()), null);
        }
        publish();
        replay.publish();
      }
    }
    say(
        LinkView.State.UP,
        replay.empty()
            ? HookupWords.say("the-stored-hook-up-holds-no")
            : HookupWords.say("the-stored-hook-up-has-been"),
        HookupWords.say("see-what-it-showed-to-ask"));
    mailbox.rest();
  }

  private void begin(List<LinkEvent> heard) {
    vitals = new VitalsRun(pack);
    boolean readOnly = !link.capabilities().canSend();
    Link to = link;
    List<Hold> left = hookUp == null ? reports.leftHeld() : hookUp.left();
    boolean firstLink = hookUp == null;
    if (firstLink) {
      // Before anything of it is stored.
      reports.began(found);
    }
    hookUp = new Station(name, found.bitsPerSecond(), readOnly, to::send, new Listener());
    long first =
        heard.isEmpty()
            ? link instanceof RecordedLink log ? log.startMicros() : 0
            : heard.get(heard.size() - 1).micros();
    traffic.begin(first);
    rollRun.begin(hookUp, pack);
    traffic.operator(OperatorEvent.began(name, found.bitsPerSecond()), first);
    tenants = new Tenants(shared, hookUp, pack, Optional.empty(), tenants);
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
      if (tenants != null) {
        tenants.heard(message);
      }
    }

    @Override
    public void progressed(Procedure<?> procedure) {
      rollRun.progressed(procedure);
      if (tenants != null) {
        tenants.progressed(procedure);
      }
    }

    @Override
    public void held(List<Held> holds) {
      holdsTold.changed(holds, !choice.readOnly(), hookUp.now());
      LinkView now = status.view();
      say(now.state(), now.says(), now.next());
    }

    @Override
    public void commanded(int address, int by, boolean obeyed) {
      reports.log(
          HookupWords.say(
              obeyed ? "commanded-address-taken" : "commanded-address-refused", by, address),
          hookUp.now());
    }

    @Override
    public void address(AddressClaim claim) {
      LinkStatus.Claimed told = LinkStatus.claimed(claim);
      if (told != null) {
        say(LinkView.State.UP, told.says(), told.next());
      }
      if (claim.state() == AddressClaim.State.CANNOT_CLAIM) {
        reports.log(HookupWords.say("no-address-two-other-tools-are"), hookUp.now());
      }
    }
  }

  private void live() throws InterruptedException {
    while (!mailbox.stopping()) {
      mailbox.drain();
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
        vesselRun.poll(traffic::beside);
      }
      publish();
    }
  }

  private void take(LinkEvent event) {
    traffic.event(event, hookUp, rollRun.underWay() || tenants != null && tenants.busy());
    hookUp.on(event);
  }

  /** Enters what was done into the stored traffic. */
  private void keep(OperatorEvent event) {
    traffic.operator(event, hookUp.now());
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
      mailbox.rest();
      return false;
    }
    keep(OperatorEvent.of(OperatorEvent.LINK, OperatorEvent.LOST));
    hookUp.linkLost();
    rollRun.brokenOff();
    tenants.brokenOff();
    rollRun.publish(true);
    traffic.store();
    link.close();
    mailbox.waitsFor(null);
    long at = hookUp.now();
    reports.log(HookupWords.say("the-link-broke-what-was-captured", lost.reason()), at);
    Optional<LinkAgain.Back> back =
        LinkAgain.open(
            opener,
            found,
            choice.factor(),
            mailbox,
            silent ->
                say(
                    LinkView.State.LOST,
                    HookupWords.say("the-link-broke", lost.reason()),
                    HookupWords.say(
                        silent
                            ? "the-link-is-there-the-bus-is-silent"
                            : "check-plug-and-adapter-hitch-lamp")));
    if (back.isEmpty()) {
      return false;
    }
    link = back.get().link();
    mailbox.waitsFor(link);
    begin(back.get().heard());
    reports.log(HookupWords.say("the-link-is-back"), at);
    return true;
  }

  private void publish() {
    long now = hookUp.now();
    rollRun.publish();
    tenants.publish();
    if (now - publishedMicros < PUBLISH_MICROS && publishedMicros != Long.MIN_VALUE) {
      return;
    }
    publishedMicros = now;
    if (vesselRun != null) {
      vesselRun.publish(now, pack);
    }
    reports.vitals(vitals.view(hookUp, pack, link == null ? 0 : link.lost()));
  }

  /** A complete roll is followed by reading what the modules keep. */
  private void afterRoll(Roll roll, Pack used, Account who) {
    if (roll.full() && roll.state() == Roll.State.COMPLETE) {
      tenants.afterRoll(roll, used, who);
    }
  }

  /** Calls the roll, in place of one under way. */
  void callRoll(Account who, boolean full, Pack with) {
    mailbox.post(
        () -> {
          if (hookUp == null
              || link == null
              || !link.capabilities().canSend()
              || status.view().state() != LinkView.State.UP) {
            return;
          }
          pack = with;
          rollRun.call(who, full, with);
        });
  }

  @Override
  public <T extends Tenant> void with(Class<T> tenant, BiConsumer<T, Roll> what) {
    mailbox.post(
        () -> {
          Roll lastRoll = rollRun.last();
          if (lastRoll != null && status.view().state() == LinkView.State.UP) {
            tenant(tenant).ifPresent(t -> what.accept(t, lastRoll));
          }
        });
  }

  @Override
  public <T extends Tenant> Optional<T> tenant(Class<T> tenant) {
    Tenants now = tenants;
    return now == null ? Optional.empty() : now.find(tenant);
  }

  @Override
  public <T extends Tenant> void now(Class<T> tenant, ObjLongConsumer<T> what) {
    mailbox.post(() -> tenant(tenant).ifPresent(t -> what.accept(t, hookUp.now())));
  }

  @Override
  public Optional<Roll> roll() {
    return Optional.ofNullable(rollRun.last());
  }

  /** What is under way, as a sentence; empty where nothing is. From any thread. */
  String underWay() {
    Tenants now = tenants;
    return now == null ? "" : now.underWay();
  }

  /** True where a roll of this hook-up names the modules to ask; from any thread. */
  boolean rollKnown() {
    return rollRun.last() != null;
  }

  /** Cuts the roll call short; it keeps what it has. */
  void stopRoll() {
    mailbox.post(
        () -> {
          if (hookUp != null) {
            rollRun.stop();
          }
        });
  }

  /** Lets go of everything held. */
  void releaseAll() {
    mailbox.post(
        () -> {
          if (hookUp != null
              && status.view().state() == LinkView.State.UP
              && !hookUp.holds().isEmpty()) {
            keep(OperatorEvent.of(OperatorEvent.HOLDS, OperatorEvent.RELEASE));
            hookUp.letGoAll();
          }
        });
  }

  LinkChoice choice() {
    return choice;
  }
}
