package hitchlamp.server.job;

import hitchlamp.server.account.Account;
import hitchlamp.server.config.Refusal;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Units and their jobs. */
@Service
public class Jobs {
  private final UnitMapper units;
  private final JobMapper jobs;
  private final Logbook logbook;
  private final Clock clock;

  Jobs(UnitMapper units, JobMapper jobs, Logbook logbook, Clock clock) {
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
    units.add(fleetNumber.strip(), vin.strip(), maker.strip(), model.strip(), unitClass, pack);
    UnitRow row = units.byFleetNumber(fleetNumber.strip()).orElseThrow();
    units.addPart(row.id(), "ENGINE", "engine");
    units.addPart(row.id(), "BUS", "vehicle");
    return row;
  }

  /** Opens a job with a number of this year. */
  @Transactional
  public JobRow open(long unit, String complaint, Account who) {
    unit(unit);
    String year = LocalDate.now(clock.withZone(ZoneOffset.UTC)).getYear() + "-";
    // The last number is locked until this one is taken, so that two who open at once get two.
    JobRow row =
        job(jobs.add(year + (jobs.lastNumber(year + "%") + 1), unit, complaint.strip(), who.id()));
    logbook.enter(
        row.id(),
        Logbook.Kind.OPENED,
        "Job opened: " + row.complaint(),
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
  }

  /** Closes a job, or opens it again. */
  @Transactional
  JobRow state(long id, String state, Account who) {
    JobRow was = job(id);
    if (!was.state().equals(state)) {
      jobs.state(id, state);
      logbook.enter(
          id,
          Logbook.Kind.OPENED,
          state.equals("OPEN") ? "Job opened again." : "Job closed.",
          who.id(),
          Logbook.Moment.UNKNOWN);
    }
    return job(id);
  }
}
