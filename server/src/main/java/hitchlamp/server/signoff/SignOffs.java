package hitchlamp.server.signoff;

import hitchlamp.core.fault.Lead;
import hitchlamp.core.fault.ReadDifference;
import hitchlamp.core.quantity.UnitSystem;
import hitchlamp.core.signoff.InducementItem;
import hitchlamp.core.signoff.MonitorItems;
import hitchlamp.core.signoff.Obligation;
import hitchlamp.core.signoff.OpenItem;
import hitchlamp.core.signoff.Repair;
import hitchlamp.core.signoff.Tested;
import hitchlamp.core.signoff.Traced;
import hitchlamp.server.account.Account;
import hitchlamp.server.account.Role;
import hitchlamp.server.fault.Faults;
import hitchlamp.server.job.JobPage;
import hitchlamp.server.job.JobRow;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.Logbook;
import hitchlamp.server.story.Stories;
import hitchlamp.server.trace.Traces;
import hitchlamp.server.trial.Trials;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;

/** Where a job stands before its sign-off, and its report. */
@Service
class SignOffs implements JobPage {
  private static final int MOST_ENTRIES = 500;

  private final Jobs jobs;
  private final Faults faults;
  private final Stories stories;
  private final Trials trials;
  private final Traces traces;
  private final Repairs repairs;
  private final Logbook logbook;
  private final Clock clock;

  SignOffs(
      Jobs jobs,
      Faults faults,
      Stories stories,
      Trials trials,
      Traces traces,
      Repairs repairs,
      Logbook logbook,
      Clock clock) {
    this.jobs = jobs;
    this.faults = faults;
    this.stories = stories;
    this.trials = trials;
    this.traces = traces;
    this.repairs = repairs;
    this.logbook = logbook;
    this.clock = clock;
  }

  /**
   * How a job stands.
   *
   * @param changes from the first stored read to the last
   * @param reads number of stored reads
   * @param tests of the job, newest first
   * @param traces of the job, newest first
   * @param repairs of the job, the first first
   * @param owed what they leave to be done
   */
  record State(
      List<OpenItem> open,
      List<ReadDifference.Line> changes,
      int reads,
      List<Tested> tests,
      List<Traced> traces,
      List<Repair> repairs,
      List<Obligation> owed) {}

  State state(long job) {
    Optional<Faults.Standing> now = faults.standing(job);
    List<Long> reads = faults.readIds(job);
    List<Lead> leads = now.map(Faults.Standing::leads).orElse(List.of());
    List<ReadDifference.Line> changes =
        reads.size() < 2
            ? List.of()
            : faults.compare(job, reads.get(reads.size() - 1), reads.get(0));
    List<Tested> tests = trials.tested(job);
    List<Traced> traced = traces.traced(job);
    List<OpenItem> open =
        new ArrayList<>(
            OpenItem.of(
                now.map(Faults.Standing::reading),
                leads,
                reads.size(),
                stories.findings(job),
                tests,
                traced));
    now.ifPresent(
        n -> {
          open.addAll(MonitorItems.of(n.reading(), n.pack()));
          InducementItem.of(n.reading(), n.pack()).ifPresent(open::add);
        });
    List<Obligation> owed = repairs.obligations(job);
    open.addAll(Obligation.open(owed));
    return new State(
        List.copyOf(open), changes, reads.size(), tests, traced, repairs.ofJob(job), owed);
  }

  byte[] report(long job, boolean full, UnitSystem units, Account who) {
    JobRow row = jobs.job(job);
    return new ReportPage(
            row,
            jobs.unit(row.unitId()),
            state(job),
            faults.standing(job),
            logbook.newest(job, Long.MAX_VALUE, MOST_ENTRIES),
            clock.instant(),
            who.name(),
            units,
            id -> Optional.ofNullable(trials.one(job, id).view()))
        .pdf(full);
  }

  @Override
  public String page() {
    return "sign-off";
  }

  @Override
  public void showAll(long job) {
    Account reader = new Account(0, "", "", Role.SPECIALIST);
    report(job, false, UnitSystem.METRIC, reader);
    report(job, true, UnitSystem.US, reader);
  }
}
