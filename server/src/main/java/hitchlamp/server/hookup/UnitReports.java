package hitchlamp.server.hookup;

import hitchlamp.core.bus.FrameBlock;
import hitchlamp.core.fault.ClearCall;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.SelfTest;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.hookup.RollEntry;
import hitchlamp.core.hookup.SpeedSearch;
import hitchlamp.core.hookup.UnitShown;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.station.Hold;
import hitchlamp.core.story.StoryReading;
import hitchlamp.core.story.TripReset;
import hitchlamp.core.trace.UnitAnswer;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.StoredTrial;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.TimedId;
import hitchlamp.server.job.Logbook;
import hitchlamp.server.outbox.Outbox;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Takes what one live owner reports: what only shows goes to the stream at once, what must be
 * stored to the outbox. Nothing here waits for the database.
 */
final class UnitReports implements LiveReports {
  private static final Duration END_PATIENCE = Duration.ofSeconds(3);

  private final ReportSinks to;
  private final Runnable ended;
  private final long job;
  private final long unit;
  private final LinkChoice choice;
  private final Pack pack;
  private final Account who;
  private final Outbox.Lane lane;
  private volatile long hookUp;
  private volatile Double hours;

  /**
   * @param ended told when the hook-up is over and everything of it is handed on
   */
  UnitReports(
      ReportSinks to,
      long job,
      long unit,
      LinkChoice choice,
      Pack pack,
      Account who,
      Runnable ended) {
    this.to = to;
    this.ended = ended;
    this.job = job;
    this.unit = unit;
    this.choice = choice;
    this.pack = pack;
    this.who = who;
    this.hours = to.jobs().job(job).hours();
    this.lane = to.outbox().lane("reports of unit " + unit);
  }

  private Report.By by(Account account) {
    return Report.By.of(account == null ? who : account);
  }

  private void enter(Logbook.Kind kind, String text, long account, Long busMicros) {
    lane.put(
        new Report.Entered(
            job,
            kind,
            text,
            account,
            new Logbook.Moment(busMicros, hours, hours == null ? null : "engine")));
  }

  @Override
  public WatchReports.Sink watch() {
    return to.watchReports().of(job, () -> hours);
  }

  @Override
  public void trial(TrialRun.Of of, BenchState<?> state) {
    to.trialReports().shows(job, of.spec(), of.module(), state);
  }

  @Override
  public void trialBegan(TrialRun.Of of, long busMicros) {
    lane.put(
        new Report.TrialBegan(
            job,
            of.run(),
            of.spec().kind(),
            of.spec().id(),
            of.spec().title(),
            of.pack().id(),
            of.module(),
            by(of.who()),
            of.began(),
            hours,
            busMicros));
  }

  @Override
  public void trialEnded(TrialRun.Of of, BenchState<?> state, Long recording, long busMicros) {
    lane.put(
        new Report.TrialEnded(
            job,
            of.run(),
            of.spec().id(),
            of.spec().title(),
            of.pack().id(),
            of.module(),
            state.ending(),
            state.says(),
            state.seen(),
            state.judgement(),
            new StoredTrial<>(state.observed(), state.trace()),
            recording,
            by(of.who()),
            hours,
            busMicros),
        () -> trial(of, state));
  }

  @Override
  public void tracing(long trace, String check, String waits) {
    to.traceReports().waits(job, trace, check, waits);
  }

  @Override
  public void traced(long trace, String check, UnitAnswer answer, long busMicros) {
    lane.put(new Report.CheckAnswered(job, trace, check, answer, hours, busMicros));
  }

  @Override
  public void held(String text, long busMicros) {
    enter(Logbook.Kind.HELD, text, seated(), busMicros);
  }

  @Override
  public void letGo(String text, long busMicros) {
    enter(Logbook.Kind.TEST, text, seated(), busMicros);
  }

  /** Who has the seat and so commands; else who hooked up. */
  private long seated() {
    return to.seats().holderOf(unit).orElse(who.id());
  }

  @Override
  public void keepHeld(List<Hold> holds) {
    to.heldFiles().keep(unit, holds);
  }

  @Override
  public List<Hold> leftHeld() {
    return to.heldFiles().left(unit);
  }

  @Override
  public long began(SpeedSearch.Candidate c) {
    hookUp = TimedId.next();
    lane.put(
        new Report.HookUpBegan(
            hookUp,
            job,
            choice.id(),
            c.bus(),
            choice.backbone(),
            c.bitsPerSecond(),
            pack.id(),
            pack.hash(),
            who.id()));
    return hookUp;
  }

  @Override
  public void link(LinkView view) {
    to.topics().job(job).value("link", view);
  }

  @Override
  public void vitals(VitalsView view) {
    to.topics().job(job).value("vitals", view);
  }

  @Override
  public void vessel(VesselView view) {
    to.topics().job(job).value("vessel", view);
  }

  @Override
  public void roll(RollView view) {
    to.topics().job(job).value("roll", view);
  }

  @Override
  public void rollEnded(Roll roll, RollView view, Account caller, Pack used, long busMicros) {
    long by = caller == null ? who.id() : caller.id();
    UnitShown shown = UnitShown.of(roll);
    hours = shown.hours().isPresent() ? Double.valueOf(shown.hours().getAsDouble()) : hours;
    Optional<Pack> fits = shown.fits(used, to.shelf());
    String named = shown.maker() + " " + shown.model();
    RollView known =
        fits.isEmpty() ? view : view.noting(HookupWords.say("this-unit-is-a-and-there", named));
    if (fits.isPresent()) {
      log(HookupWords.say("the-engine-says-pack-is-used", named, fits.get().id()), busMicros);
    }
    lane.put(
        new Report.RollEnded(
            job,
            hookUp,
            by,
            used.id(),
            used.hash(),
            known,
            new Report.Shown(
                shown.vin(),
                shown.maker(),
                shown.model(),
                fits.map(Pack::id).orElse(""),
                hours,
                shown.kilometres().isPresent() ? shown.kilometres().getAsDouble() : null)),
        () -> to.topics().job(job).value("roll", known));
    long answered = roll.count(RollEntry.Presence.ANSWERS);
    long silent = roll.count(RollEntry.Presence.SILENT);
    String end =
        switch (roll.state()) {
          case COMPLETE -> "";
          case CUT_SHORT -> HookupWords.say("cut-short");
          case BROKEN_OFF -> HookupWords.say("broken-off-with-the-link");
          case UNDER_WAY -> HookupWords.say("not-ended");
        };
    String faults =
        roll.full()
            ? ", " + roll.faults().size() + (roll.faults().size() == 1 ? " fault" : " faults")
            : "";
    enter(
        Logbook.Kind.ROLL,
        HookupWords.say(
            "roll-call-answered-silent",
            roll.full() ? "Full" : "Quick",
            end,
            answered,
            silent,
            faults),
        by,
        busMicros);
  }

  @Override
  public void replayed(int number, RollView view) {
    lane.loosely(
        () -> {
          List<String> stored = to.mapper().rollsOf(choice.storedId());
          String note;
          if (number >= stored.size()) {
            note = HookupWords.say("no-roll-was-stored-here-then");
          } else if (to.json().readValue(stored.get(number), RollView.class).tellsTheSame(view)) {
            note = HookupWords.say("replayed-from-the-stored-frames-the");
          } else {
            note = HookupWords.say("replayed-from-the-stored-frames-this");
          }
          to.topics().job(job).value("roll", view.noting(note));
          enter(Logbook.Kind.ROLL, choice.title() + ": " + note, who.id(), null);
        });
  }

  @Override
  public void replayed(FaultReading reading, Set<String> silent, Pack used) {
    lane.loosely(() -> to.faultReports().replayed(job, reading, silent, used));
  }

  @Override
  public void faults(
      FaultReading reading, Set<String> silent, Pack used, Account by, FaultRun.Why why) {
    if (reading.state() == FaultReading.State.UNDER_WAY) {
      lane.loosely(
          () ->
              to.faultReports().reading(job, reading, silent, used, by(by).account(), why.name()));
    } else {
      lane.put(new Report.FaultsRead(job, reading, silent, used.id(), by(by), why.name()));
    }
  }

  @Override
  public void replayed(StoryReading reading, Pack used) {
    lane.loosely(() -> to.storyReports().replayed(job, reading, used));
  }

  @Override
  public void story(StoryReading reading, Pack used, Account by, StoryRun.Why why) {
    if (reading.state() == StoryReading.State.UNDER_WAY) {
      lane.loosely(
          () -> to.storyReports().reading(job, reading, used, by(by).account(), why.name()));
    } else {
      lane.put(new Report.StoryRead(job, reading, used.id(), by(by), why.name()));
    }
  }

  @Override
  public void tripReset(ModuleRef keeper, TripReset result, Account by, long busMicros) {
    lane.put(new Report.TripWasReset(job, keeper, result, by(by), hours, busMicros));
  }

  @Override
  public void cleared(List<ClearCall.Outcome> outcomes, Account by, long busMicros) {
    lane.put(new Report.Cleared(job, outcomes, by(by), hours, busMicros));
  }

  @Override
  public void selfTest(List<SelfTest> outcomes, boolean ended, Account by, long busMicros) {
    if (ended) {
      lane.put(new Report.SelfTested(job, outcomes, by(by), hours, busMicros));
    } else {
      lane.loosely(
          () ->
              to.faultReports().selfTest(job, outcomes, false, by(by).account(), hours, busMicros));
    }
  }

  @Override
  public void log(String text, long busMicros) {
    enter(Logbook.Kind.LINK, text, who.id(), busMicros);
  }

  @Override
  public Double hours() {
    return hours;
  }

  @Override
  public boolean store(List<FrameBlock.Entry> entries, boolean pinned) {
    to.store().store(hookUp, entries, pinned, hours, hours == null ? null : "engine");
    return true;
  }

  @Override
  public void ended(String reason) {
    if (hookUp != 0) {
      lane.put(new Report.HookUpEnded(hookUp, reason));
      enter(
          Logbook.Kind.LINK,
          reason.startsWith("Unhooked") ? reason : "Unhooked: " + reason,
          who.id(),
          null);
      to.store().forget(hookUp);
    }
    // Those who ask next find it stored, where the database is there.
    lane.await(END_PATIENCE);
    lane.close();
    ended.run();
  }
}
