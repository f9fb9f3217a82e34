package hitchlamp.server.hookup;

import hitchlamp.core.bus.FrameBlock;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.hookup.RollEntry;
import hitchlamp.core.hookup.SpeedSearch;
import hitchlamp.core.hookup.UnitShown;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.station.Hold;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.TimedId;
import hitchlamp.server.job.Logbook;
import hitchlamp.server.outbox.Outbox;
import java.time.Duration;
import java.util.List;
import java.util.Optional;

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
  private final HotExhaust exhaust;
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
    this.exhaust = new HotExhaust(unit);
    this.lane = to.outbox().lane("reports of unit " + unit);
  }

  @Override
  public Report.By by(Account account) {
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
  public long job() {
    return job;
  }

  @Override
  public void store(Object report) {
    lane.put(report);
  }

  @Override
  public void store(Object report, Runnable ifLate) {
    lane.put(report, ifLate);
  }

  @Override
  public void show(Runnable what) {
    lane.loosely(what);
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
    if (!choice.readOnly()) {
      exhaust.of(view, to.clock().instant()).ifPresent(lane::put);
    }
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
    boolean engineSilent = shown.maker().isEmpty();
    String named = engineSilent ? "" : shown.maker() + " " + shown.model();
    RollView known =
        fits.isEmpty()
            ? view
            : view.noting(
                engineSilent
                    ? HookupWords.say("the-modules-are-those-of", fits.get().title())
                    : HookupWords.say("this-unit-is-a-and-there", named));
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
    // Said once it is so: whoever reads it calls the next roll by that pack.
    if (fits.isPresent()) {
      log(
          engineSilent
              ? HookupWords.say("by-the-modules-pack-is-used", fits.get().id())
              : HookupWords.say("the-engine-says-pack-is-used", named, fits.get().id()),
          busMicros);
    }
    long answered = roll.count(RollEntry.Presence.ANSWERS);
    long silent = roll.count(RollEntry.Presence.SILENT);
    long unasked = roll.count(RollEntry.Presence.NOT_ASKED);
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
            (unasked > 0 ? HookupWords.say("so-many-not-asked", unasked) : "") + faults),
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
  public void log(String text, long busMicros) {
    enter(Logbook.Kind.LINK, text, who.id(), busMicros);
  }

  @Override
  public Double hours() {
    return hours;
  }

  @Override
  public boolean frames(List<FrameBlock.Entry> entries, boolean pinned) {
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
      to.store().ended(hookUp, END_PATIENCE);
    }
    // Those who ask next find it stored, where the database is there.
    lane.await(END_PATIENCE);
    lane.close();
    ended.run();
  }
}
