package hitchlamp.server.storage;

import hitchlamp.server.account.Accounts;
import hitchlamp.server.outbox.Outbox;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import java.io.IOException;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The room that everything takes, and how long traffic is kept. */
@RestController
@RequestMapping("/api/storage")
class StorageController {
  private final DiskSpace disk;
  private final Keeping keeping;
  private final Outbox outbox;
  private final Accounts accounts;

  StorageController(DiskSpace disk, Keeping keeping, Outbox outbox, Accounts accounts) {
    this.disk = disk;
    this.keeping = keeping;
    this.outbox = outbox;
    this.accounts = accounts;
  }

  /**
   * @param waitingReports reports that wait for the database
   * @param lostReports reports that could not be kept since the start
   */
  record StorageView(
      @NotNull DiskSpace.DiskView disk,
      @NotNull Keeping.KeepingView keeping,
      @NotNull int waitingReports,
      @NotNull long lostReports) {}

  record NewRule(@Min(1) @Max(3_650) int days, @Min(1) @Max(10_000) int gigabytes) {}

  record Cleaned(@NotNull long bytes) {}

  @GetMapping
  StorageView storage() throws IOException {
    return new StorageView(disk.now(), keeping.view(), outbox.waiting(), outbox.lost());
  }

  /** What a rule would remove, before it is made the rule. */
  @GetMapping("/would-remove")
  List<Keeping.Goes> wouldRemove(@RequestParam int days, @RequestParam int gigabytes) {
    return keeping.goes(new Keeping.KeepingRule(days, gigabytes));
  }

  @PostMapping("/rule")
  StorageView rule(@Valid @RequestBody NewRule r) throws IOException {
    keeping.change(new Keeping.KeepingRule(r.days(), r.gigabytes()), accounts.me());
    return storage();
  }

  /** Removes now what the rule removes within the hour. */
  @PostMapping("/clean")
  Cleaned clean() {
    return new Cleaned(keeping.clean());
  }
}
