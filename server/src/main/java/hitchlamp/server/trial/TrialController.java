package hitchlamp.server.trial;

import hitchlamp.core.pack.Pack;
import hitchlamp.server.account.Accounts;
import hitchlamp.server.hookup.WatchWork;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Tests that command the unit, and what they have shown. */
@RestController
@RequestMapping("/api/jobs/{job}/trials")
class TrialController {
  private final Trials trials;
  private final WatchWork work;
  private final Accounts accounts;

  TrialController(Trials trials, WatchWork work, Accounts accounts) {
    this.trials = trials;
    this.work = work;
    this.accounts = accounts;
  }

  record EngineView(@NotNull String id, @NotNull String title) {}

  /**
   * What can be tested now.
   *
   * @param known true where the pack names a cylinder cutout
   * @param engines that answered the roll and can do it
   */
  record CanView(
      @NotNull boolean known,
      @NotNull List<EngineView> engines,
      @NotNull int atOnce,
      @NotNull int most,
      @NotNull List<Integer> firing,
      @NotNull String source) {}

  record Begin(@NotBlank @Size(max = 60) String engine) {}

  record Say(@NotBlank @Size(max = 40) String choice) {}

  @GetMapping
  List<Trials.Kept> all(@PathVariable long job) {
    return trials.ofJob(job);
  }

  @GetMapping("/{id}")
  Trials.Kept one(@PathVariable long job, @PathVariable long id) {
    return trials.one(job, id);
  }

  @GetMapping("/can")
  CanView can(@PathVariable long job) {
    Pack pack = work.pack(job);
    return pack.cutout()
        .map(
            k ->
                new CanView(
                    true,
                    work.cutoutEngines(job).stream()
                        .map(t -> new EngineView(t.kind(), t.title()))
                        .toList(),
                    k.atOnce(),
                    k.most(),
                    k.firing(),
                    k.source()))
        .orElse(new CanView(false, List.of(), 0, 0, List.of(), ""));
  }

  /** Prepares a cutout by hand; nothing is commanded yet. */
  @PostMapping("/cutout")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void cutout(@PathVariable long job, @Valid @RequestBody Begin b) {
    work.cutout(job, b.engine(), accounts.me());
  }

  /** Gives the test an answer: begin, off 3, on 3, all on, end … */
  @PostMapping("/say")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void say(@PathVariable long job, @Valid @RequestBody Say s) {
    work.say(job, s.choice());
  }
}
