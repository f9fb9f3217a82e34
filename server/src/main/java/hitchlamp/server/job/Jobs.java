package hitchlamp.server.job;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.PlainText;
import hitchlamp.server.config.Refusal;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Units and their jobs. */
@Service
public class Jobs {
  /** State of a job that was opened from a case file. */
  public static final String CASE = "CASE";

  private static final int MOST_PLACES = 10_000;

  private final ApplicationEventPublisher events;
  private final UnitMapper units;
  private final JobMapper jobs;
  private final Logbook logbook;
  private final Clock clock;
  private final Cache<Long, Place> places = Caffeine.newBuilder().maximumSize(MOST_PLACES).build();

  /**
   * What of a job must be known without the database: whoever commands or lets go cannot wait.
   *
   * @param pack of its unit
   */
  public record Place(long job, long unit, String state, String pack) {
    /** True where it came with a case file. */
    public boolean ofCase() {
      return state.equals(CASE);
    }
  }

  Jobs(
      UnitMapper units,
      JobMapper jobs,
      Logbook logbook,
      Clock clock,
      ApplicationEventPublisher events) {
    this.events = events;
    this.units = units;
    this.jobs = jobs;
    this.logbook = logbook;
    this.clock = clock;
  }

  public UnitRow unit(long id) {
    return units.find(id).orElseThrow(() -> Refusal.missing("unit"));
  }

  public JobRow job(long id) {
    return jobs.find(id).orElseThrow(() -> Refusal.missing("job"));
  }

  /**
   * A module told whether the exhaust is hot.
   *
   * @param hotAt when it was; null where it is not
   */
  public void exhaustTold(long unit, Instant hotAt) {
    units.exhaustHot(unit, hotAt == null ? null : LocalDateTime.ofInstant(hotAt, ZoneOffset.UTC));
  }

  /** What is stored of a job, so that a page asks for nothing that is not there. */
  JobMapper.StoredRow stored(long job) {
    return jobs.stored(job);
  }

  /** Where a job belongs; asked of the database the first time only. */
  public Place place(long job) {
    return places.get(
        job,
        id -> {
          JobRow row = job(id);
          return new Place(id, row.unitId(), row.state(), unit(row.unitId()).pack());
        });
  }

  /** Refuses where a job came with a case file: such a job can only be read. */
  public void mustNotBeCase(Place job) {
    if (job.ofCase()) {
      throw Refusal.conflict(
          JobWords.say("this-job-was-opened-from-a"), JobWords.say("add-the-unit-itself-and-open"));
    }
  }

  List<UnitRow> searchUnits(String text) {
    return units.search(like(text));
  }

  List<JobRow> searchJobs(String text) {
    return jobs.search(like(text));
  }

  List<JobRow> ofUnit(long unit) {
    return jobs.ofUnit(unit);
  }

  private static String like(String text) {
    return "%" + text.strip().replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_") + "%";
  }

  /** Adds a unit with one engine and one bus. */
  @Transactional
  public UnitRow addUnit(
      String fleetNumber, String vin, String maker, String model, String unitClass, String pack) {
    return add(fleetNumber, vin, maker, model, unitClass, pack, false);
  }

  /** Adds the unit that a case file is about: it is shown, and counts in no figure of the fleet. */
  @Transactional
  public UnitRow addCaseUnit(
      String fleetNumber, String vin, String maker, String model, String unitClass, String pack) {
    return add(fleetNumber, vin, maker, model, unitClass, pack, true);
  }

  private UnitRow add(
      String fleetNumber,
      String vin,
      String maker,
      String model,
      String unitClass,
      String pack,
      boolean ofCase) {
    units.add(
        PlainText.name(JobWords.say("the-fleet-number"), fleetNumber),
        vin.strip(),
        maker.strip(),
        model.strip(),
        unitClass,
        pack,
        ofCase);
    UnitRow row = units.byFleetNumber(fleetNumber.strip()).orElseThrow();
    units.addPart(row.id(), "ENGINE", "engine");
    units.addPart(row.id(), "BUS", "vehicle");
    return row;
  }

  /** Opens a job with a number of this year. */
  @Transactional
  public JobRow open(long unit, String complaint, Account who) {
    if (unit(unit).ofCase()) {
      throw Refusal.conflict(
          JobWords.say("this-unit-came-with-a-case"),
          JobWords.say("add-the-unit-itself-then-open"));
    }
    String year = LocalDate.now(clock.withZone(ZoneOffset.UTC)).getYear() + "-";
    // The last number is locked until this one is taken, so that two who open at once get two.
    JobRow row =
        job(jobs.add(year + (jobs.lastNumber(year + "%") + 1), unit, complaint.strip(), who.id()));
    logbook.enter(
        row.id(),
        Logbook.Kind.OPENED,
        JobWords.say("job-opened", row.complaint()),
        who.id(),
        Logbook.Moment.UNKNOWN);
    return row;
  }

  /** What the unit told of itself at this visit. */
  @Transactional
  public void learn(
      long job,
      String vin,
      String maker,
      String model,
      String pack,
      Double hours,
      Double kilometres) {
    units.learn(job(job).unitId(), vin, maker, model, pack);
    jobs.visit(job, hours, kilometres);
    // Replaced and not dropped: whoever commands next may find no database to ask.
    long unit = place(job).unit();
    places
        .asMap()
        .replaceAll(
            (id, p) ->
                p.unit() == unit && !pack.isEmpty()
                    ? new Place(p.job(), p.unit(), p.state(), pack)
                    : p);
  }

  /** Closes a job, or opens it again. */
  @Transactional
  JobRow state(long id, String state, Account who) {
    JobRow was = job(id);
    mustNotBeCase(place(id));
    if (!was.state().equals(state)) {
      if (!state.equals("OPEN")) {
        events.publishEvent(new LetGoFirst(was.unitId()));
      }
      jobs.state(id, state);
      places.asMap().computeIfPresent(id, (j, p) -> new Place(p.job(), p.unit(), state, p.pack()));
      logbook.enter(
          id,
          Logbook.Kind.OPENED,
          state.equals("OPEN") ? JobWords.say("job-opened-again") : JobWords.say("job-closed"),
          who.id(),
          Logbook.Moment.UNKNOWN);
    }
    return job(id);
  }
}
