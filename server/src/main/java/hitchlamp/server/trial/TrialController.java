package hitchlamp.server.trial;

import hitchlamp.core.trial.Act;
import hitchlamp.server.account.Account;
import hitchlamp.server.account.Accounts;
import hitchlamp.server.account.Role;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.Seats;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Tests that command the unit, of every kind, and what they have shown. */
@RestController
@RequestMapping("/api/jobs/{job}/trials")
class TrialController {
  private final Trials trials;
  private final TrialOffers offers;
  private final TrialWork work;
  private final EarlierRuns earlier;
  private final TestsTogether together;
  private final Accounts accounts;
  private final Jobs jobs;
  private final Seats seats;

  TrialController(
      Trials trials,
      TrialOffers offers,
      TrialWork work,
      EarlierRuns earlier,
      TestsTogether together,
      Accounts accounts,
      Jobs jobs,
      Seats seats) {
    this.jobs = jobs;
    this.seats = seats;
    this.trials = trials;
    this.offers = offers;
    this.work = work;
    this.earlier = earlier;
    this.together = together;
    this.accounts = accounts;
  }

  record Begin(@NotBlank @Size(max = 60) String test, @NotBlank @Size(max = 60) String module) {}

  record Do(@NotBlank @Size(max = Act.LONGEST) String act) {}

  @GetMapping
  List<Trials.TrialHead> all(@PathVariable long job) {
    return trials.ofJob(job);
  }

  @GetMapping("/{id}")
  Trials.KeptTrial one(@PathVariable long job, @PathVariable long id) {
    return trials.one(job, id);
  }

  /** Every test that this unit has, in the order in which they are worth doing today. */
  @GetMapping("/offers")
  List<TrialOffers.TrialOffer> offers(@PathVariable long job) {
    return offers.of(job);
  }

  /** What a test of this unit came to at each of its newest runs, newest first. */
  @GetMapping("/earlier")
  List<EarlierRuns.EarlierRun> earlier(
      @PathVariable long job,
      @RequestParam @Size(max = 60) String test,
      @RequestParam @Size(max = 60) String module) {
    return earlier.of(job, test, module);
  }

  /** What the tests of an engine mean together. */
  @GetMapping("/together")
  List<TestsTogether.TogetherFinding> together(
      @PathVariable long job, @RequestParam @Size(max = 60) String module) {
    return together.of(job, module);
  }

  /** Prepares a test; nothing is commanded yet. */
  @PostMapping
  @ResponseStatus(HttpStatus.ACCEPTED)
  void prepare(@PathVariable long job, @Valid @RequestBody Begin b) {
    if (work.commands(job, b.test())) {
      mustCommand(job);
    }
    work.prepare(job, b.test(), b.module(), accounts.me());
  }

  /** Does something to the test under way: begin, vouch, end, or what its kind knows. */
  @PostMapping("/act")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void act(@PathVariable long job, @Valid @RequestBody Do d) {
    boolean may = mayCommand(job);
    if (!may && work.commandsNow(job)) {
      mustCommand(job);
    }
    work.act(job, d.act(), may);
  }

  /** What commands the unit needs the right to command and the seat; the rest does not. */
  private void mustCommand(long job) {
    Account me = accounts.me(Role.Right.COMMAND);
    seats.mine(jobs.place(job).unit(), me);
  }

  private boolean mayCommand(long job) {
    Account me = accounts.me();
    return me.role().may(Role.Right.COMMAND) && seats.has(jobs.place(job).unit(), me);
  }
}
