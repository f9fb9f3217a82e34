package hitchlamp.server.signoff;

import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.signoff.Obligation;
import hitchlamp.core.signoff.Repair;
import hitchlamp.core.signoff.Tested;
import hitchlamp.server.account.Accounts;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Repairs of a job, and what they leave to be done. */
@RestController
@RequestMapping("/api/jobs/{job}/repairs")
class RepairController {
  private final Repairs repairs;
  private final Accounts accounts;

  RepairController(Repairs repairs, Accounts accounts) {
    this.repairs = repairs;
    this.accounts = accounts;
  }

  /** A repair that the pack knows, with the titles of what it obliges. */
  record RepairChoice(@NotNull String kind, @NotNull String title, @NotNull List<String> obliges) {}

  /**
   * What a repair leaves to be done.
   *
   * @param module at which it is done; empty where that is not one
   * @param trial the newest run of the test since the repair; null where there is none
   * @param says why its verdict is as it is; empty without a run
   */
  record OwedLine(
      @NotNull String test,
      @NotNull String title,
      @NotNull String module,
      @NotNull Obligation.State state,
      Long trial,
      Verdict verdict,
      @NotNull String says,
      @NotNull String waived) {}

  record RepairLine(
      @NotNull long id,
      @NotNull String title,
      @NotNull Instant at,
      @NotNull String who,
      @NotNull String note,
      @NotNull List<OwedLine> owed) {}

  record RepairsView(@NotNull List<RepairLine> repairs, @NotNull List<RepairChoice> choices) {}

  /**
   * A repair that was done.
   *
   * @param kind repair of the pack; empty for one in own words
   * @param title own words
   * @param at when; null for now
   */
  record NewRepair(
      @NotNull @Size(max = 60) String kind,
      @NotNull @Size(max = 200) String title,
      @NotNull @Size(max = 1000) String note,
      Instant at) {}

  /**
   * Why a test is not needed.
   *
   * @param reason empty where it is needed after all
   */
  record Waiver(@NotBlank @Size(max = 60) String test, @NotNull @Size(max = 300) String reason) {}

  @GetMapping
  RepairsView all(@PathVariable long job) {
    List<Obligation> owed = repairs.obligations(job);
    Pack pack = repairs.pack(job);
    return new RepairsView(
        repairs.ofJob(job).stream().map(r -> line(r, owed, pack)).toList(),
        pack.repairs().values().stream()
            .map(
                k ->
                    new RepairChoice(
                        k.id(),
                        k.title(),
                        k.obliges().stream()
                            .map(t -> pack.bench().tests().get(t).title())
                            .toList()))
            .toList());
  }

  private static RepairLine line(Repair r, List<Obligation> owed, Pack pack) {
    return new RepairLine(
        r.id(),
        r.title(),
        r.at(),
        r.who(),
        r.note(),
        owed.stream().filter(o -> o.repair() == r.id()).map(o -> line(o, pack)).toList());
  }

  private static OwedLine line(Obligation o, Pack pack) {
    Optional<Tested> by = o.by();
    TestSpec spec = pack.bench().tests().get(o.test());
    return new OwedLine(
        o.test(),
        o.title(),
        spec == null ? "" : pack.moduleOf(spec),
        o.state(),
        by.map(Tested::id).orElse(null),
        by.map(Tested::verdict).orElse(null),
        by.map(Tested::says).orElse(""),
        o.waived());
  }

  @PostMapping
  RepairsView enter(@PathVariable long job, @Valid @RequestBody NewRepair r) {
    repairs.enter(job, r.kind(), r.title(), r.note(), r.at(), accounts.me());
    return all(job);
  }

  @PostMapping("/{id}/waive")
  RepairsView waive(@PathVariable long job, @PathVariable long id, @Valid @RequestBody Waiver w) {
    repairs.waive(job, id, w.test(), w.reason(), accounts.me());
    return all(job);
  }

  @DeleteMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void takeBack(@PathVariable long job, @PathVariable long id) {
    repairs.takeBack(job, id, accounts.me());
  }
}
