package hitchlamp.server.phone;

import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Bench;
import hitchlamp.core.trial.BenchState;
import hitchlamp.server.account.Account;
import hitchlamp.server.account.Accounts;
import hitchlamp.server.account.Role;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.hookup.VitalsView;
import hitchlamp.server.job.JobRow;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.Seats;
import hitchlamp.server.stream.Topics;
import hitchlamp.server.trial.TrialView;
import hitchlamp.server.trial.TrialWork;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Instant;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** A running test on a phone: it sees it, tells what somebody saw of it, and can end it. */
@RestController
class PhoneController {
  private final Phones phones;
  private final PhoneAddress address;
  private final TrialWork work;
  private final Topics topics;
  private final Jobs jobs;
  private final Seats seats;
  private final Accounts accounts;
  private final Clock clock;

  PhoneController(
      Phones phones,
      PhoneAddress address,
      TrialWork work,
      Topics topics,
      Jobs jobs,
      Seats seats,
      Accounts accounts,
      Clock clock) {
    this.phones = phones;
    this.address = address;
    this.work = work;
    this.topics = topics;
    this.jobs = jobs;
    this.seats = seats;
    this.accounts = accounts;
    this.clock = clock;
  }

  /**
   * A phone was paired.
   *
   * @param url what it opens
   */
  record PhonePairing(@NotNull String url) {}

  /**
   * What a phone sees.
   *
   * @param by who paired it
   * @param now when this was so
   * @param trial the test under way, or the last one; null where there was none
   * @param exhaustHot true while a module says so; null where none tells
   */
  record PhoneView(
      @NotNull String fleetNumber,
      @NotNull String number,
      @NotNull String by,
      @NotNull Instant now,
      TrialView trial,
      Boolean exhaustHot) {}

  /** Pairs a phone with the test of a job, for who has the seat. */
  @PostMapping("/api/jobs/{job}/phone")
  @ResponseStatus(HttpStatus.CREATED)
  PhonePairing pair(@PathVariable long job) {
    Account me = accounts.me(Role.Right.COMMAND);
    Jobs.Place place = jobs.place(job);
    jobs.mustNotBeCase(place);
    seats.mine(place.unit(), me);
    String base =
        address
            .base()
            .orElseThrow(
                () ->
                    Refusal.conflict(
                        PhoneWords.say("no-phone-reaches-it"), PhoneWords.say("open-it-up")));
    return new PhonePairing(base + "/phone/" + phones.pair(job, me).token());
  }

  /** No phone sees this job any more. */
  @DeleteMapping("/api/jobs/{job}/phone")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void forget(@PathVariable long job) {
    seats.mine(jobs.place(job).unit(), accounts.me(Role.Right.COMMAND));
    phones.forget(job);
  }

  /** The test of the phone's job. */
  @GetMapping("/api/phone/{token}")
  PhoneView look(@PathVariable String token) {
    Phones.Paired phone = phones.of(token);
    JobRow job = jobs.job(phone.job());
    return new PhoneView(
        job.fleetNumber(),
        job.number(),
        phone.who(),
        clock.instant(),
        topics.job(phone.job()).latest("trial", TrialView.class).orElse(null),
        topics
            .job(phone.job())
            .latest("vitals", VitalsView.class)
            .map(VitalsView::exhaustHot)
            .orElse(null));
  }

  /**
   * What somebody saw, as the test asks for it.
   *
   * @param act one of the choices of the test that only tell something
   */
  record PhoneAnswer(@NotBlank @Size(max = Act.LONGEST) String act) {}

  /** Tells the test of the phone's job what somebody saw. A phone moves nothing by it. */
  @PostMapping("/api/phone/{token}/answer")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void tell(@PathVariable String token, @Valid @RequestBody PhoneAnswer answer) {
    Phones.Paired phone = phones.of(token);
    boolean asked =
        topics
            .job(phone.job())
            .latest("trial", TrialView.class)
            .filter(t -> t.stage() != BenchState.Stage.ENDED)
            .stream()
            .flatMap(t -> t.choices().stream())
            .anyMatch(c -> c.tells() && c.act().equals(answer.act()));
    if (!asked) {
      throw Refusal.conflict(PhoneWords.say("not-asked-now"), PhoneWords.say("look-at-the-test"));
    }
    work.act(phone.job(), answer.act(), true);
    phones.enter(phone, PhoneWords.say("answered-from-a-phone", phone.who()));
  }

  /** Ends the test of the phone's job. */
  @PostMapping("/api/phone/{token}/end")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void end(@PathVariable String token) {
    Phones.Paired phone = phones.of(token);
    // First the machine, then the logbook.
    work.act(phone.job(), Bench.END, true);
    phones.enter(phone, PhoneWords.say("ended-from-a-phone", phone.who()));
  }
}
