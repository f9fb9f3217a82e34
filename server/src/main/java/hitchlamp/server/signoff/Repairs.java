package hitchlamp.server.signoff;

import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.RepairKind;
import hitchlamp.core.signoff.Obligation;
import hitchlamp.core.signoff.Repair;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.hookup.HookUps;
import hitchlamp.server.job.JobPage;
import hitchlamp.server.job.JobRow;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.Logbook;
import hitchlamp.server.trial.Trials;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Repairs of a job and what they leave to be done. What was entered stays; that it was a mistake,
 * or that a test is not needed, is entered beside it.
 */
@Service
class Repairs implements JobPage {
  /** Repairs of one job, and things said of them. */
  static final int MOST = 200;

  static final int MOST_SAID = 500;

  /** Clocks of a browser and of the server may differ by so much. */
  private static final Duration CLOCKS_DIFFER = Duration.ofMinutes(5);

  /** A repair of a year before the job is none of it. */
  private static final Duration LONG_BEFORE = Duration.ofDays(366);

  private static final String WAIVED = "WAIVED";
  private static final String NEEDED = "NEEDED";
  private static final String TAKEN_BACK = "TAKEN_BACK";

  private final RepairMapper mapper;
  private final Jobs jobs;
  private final HookUps hookUps;
  private final Trials trials;
  private final Logbook logbook;
  private final Clock clock;

  Repairs(
      RepairMapper mapper,
      Jobs jobs,
      HookUps hookUps,
      Trials trials,
      Logbook logbook,
      Clock clock) {
    this.mapper = mapper;
    this.jobs = jobs;
    this.hookUps = hookUps;
    this.trials = trials;
    this.logbook = logbook;
    this.clock = clock;
  }

  /** The pack that a job's unit is read by. */
  Pack pack(long job) {
    return hookUps.packOf(job);
  }

  /** Repairs of a job that were not taken back, the first first. */
  List<Repair> ofJob(long job) {
    jobs.job(job);
    Map<Long, Map<String, String>> waived = new HashMap<>();
    List<Long> takenBack = new ArrayList<>();
    for (RepairMapper.EntryRow e : mapper.entriesOfJob(job)) {
      Map<String, String> of = waived.computeIfAbsent(e.repairId(), k -> new HashMap<>());
      switch (e.kind()) {
        case WAIVED -> of.put(e.test(), e.says());
        case NEEDED -> of.remove(e.test());
        default -> takenBack.add(e.repairId());
      }
    }
    return mapper.ofJob(job).stream()
        .filter(r -> !takenBack.contains(r.id()))
        .map(
            r ->
                new Repair(
                    r.id(),
                    r.title(),
                    r.doneAt().toInstant(ZoneOffset.UTC),
                    r.who(),
                    r.note(),
                    r.obliges().isEmpty() ? List.of() : List.of(r.obliges().split(" ")),
                    waived.getOrDefault(r.id(), Map.of())))
        .toList();
  }

  /** What the repairs of a job leave to be done. */
  List<Obligation> obligations(long job) {
    return Obligation.of(ofJob(job), trials.tested(job), pack(job));
  }

  /**
   * Enters a repair.
   *
   * @param kind repair of the pack; empty for one in own words
   * @param title own words; not looked at for a repair of the pack
   * @param at when it was done; null for now
   */
  @Transactional
  synchronized void enter(
      long job, String kind, String title, String note, Instant at, Account who) {
    JobRow row = open(job);
    if (mapper.ofJob(job).size() >= MOST) {
      throw Refusal.conflict(
          SignoffWords.say("this-job-has-so-many-repairs", MOST),
          SignoffWords.say("open-a-new-job"));
    }
    Pack pack = pack(job);
    RepairKind known = kind.isEmpty() ? null : pack.repairs().get(kind);
    if (!kind.isEmpty() && known == null) {
      throw Refusal.missing(SignoffWords.say("repair-of-this-units-pack"));
    }
    if (known == null && title.isBlank()) {
      throw Refusal.bad(
          SignoffWords.say("what-was-repaired-is-missing"),
          SignoffWords.say("choose-a-repair-or-write-what"));
    }
    String called = known == null ? title.strip() : known.title();
    mapper.add(
        job,
        kind,
        called,
        note.strip(),
        known == null ? "" : String.join(" ", known.obliges()),
        moment(at, row),
        who.id(),
        row.hours(),
        pack.id(),
        pack.hash());
    logbook.enter(job, Logbook.Kind.NOTE, logged(called, note), who.id(), now(row));
  }

  /** What the logbook says of a repair. */
  static String logged(String title, String note) {
    return note.isBlank()
        ? SignoffWords.say("repaired", title)
        : SignoffWords.say("repaired-and-noted", title, note.strip());
  }

  private LocalDateTime moment(Instant at, JobRow row) {
    Instant now = clock.instant();
    Instant opened = row.openedAt().toInstant(ZoneOffset.UTC);
    if (at != null && at.isBefore(opened.minus(LONG_BEFORE))) {
      throw Refusal.bad(
          SignoffWords.say("a-repair-of-long-ago"), SignoffWords.say("enter-when-it-was-done"));
    }
    if (at != null && at.isAfter(now.plus(CLOCKS_DIFFER))) {
      throw Refusal.bad(
          SignoffWords.say("a-repair-cannot-lie-ahead"),
          SignoffWords.say("enter-when-it-was-done"));
    }
    Instant done = at == null || at.isAfter(now) ? now : at;
    return LocalDateTime.ofInstant(done, ZoneOffset.UTC);
  }

  /**
   * Says why a test is not needed after a repair.
   *
   * @param reason empty where it is needed after all
   */
  @Transactional
  synchronized void waive(long job, long repair, String test, String reason, Account who) {
    JobRow row = open(job);
    Repair of = one(job, repair);
    if (!of.obliges().contains(test)) {
      throw Refusal.missing(SignoffWords.say("test-that-this-repair-owes"));
    }
    if (Objects.equals(of.waived().getOrDefault(test, ""), reason.strip())) {
      return;
    }
    say(job, repair, reason.isBlank() ? NEEDED : WAIVED, test, reason.strip(), who);
    String title =
        pack(job).bench().tests().containsKey(test)
            ? pack(job).bench().tests().get(test).title()
            : test;
    logbook.enter(
        job,
        Logbook.Kind.NOTE,
        reason.isBlank()
            ? SignoffWords.say("needed-after-all", title, of.title())
            : SignoffWords.say("not-needed-because", title, of.title(), reason.strip()),
        who.id(),
        now(row));
  }

  /** It was entered by mistake. */
  @Transactional
  synchronized void takeBack(long job, long repair, Account who) {
    JobRow row = open(job);
    Repair of = one(job, repair);
    say(job, repair, TAKEN_BACK, "", "", who);
    logbook.enter(
        job,
        Logbook.Kind.NOTE,
        SignoffWords.say("repair-taken-back", of.title()),
        who.id(),
        now(row));
  }

  private void say(long job, long repair, String kind, String test, String says, Account who) {
    if (mapper.entriesOfJob(job).size() >= MOST_SAID) {
      throw Refusal.conflict(
          SignoffWords.say("of-the-repairs-so-much-is-said", MOST_SAID),
          SignoffWords.say("open-a-new-job"));
    }
    mapper.enter(repair, kind, test, says, who.id());
  }

  private Repair one(long job, long repair) {
    return ofJob(job).stream()
        .filter(r -> r.id() == repair)
        .findFirst()
        .orElseThrow(() -> Refusal.missing("repair"));
  }

  private JobRow open(long job) {
    JobRow row = jobs.job(job);
    if (!row.state().equals("OPEN")) {
      throw Refusal.conflict(
          SignoffWords.say("this-job-is-closed"), SignoffWords.say("open-a-new-job"));
    }
    return row;
  }

  private static Logbook.Moment now(JobRow row) {
    return new Logbook.Moment(null, row.hours(), row.hours() == null ? null : "engine");
  }

  @Override
  public String page() {
    return "repairs";
  }

  @Override
  public void showAll(long job) {
    obligations(job);
  }
}
