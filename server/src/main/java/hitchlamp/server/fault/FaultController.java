package hitchlamp.server.fault;

import hitchlamp.core.fault.Move;
import hitchlamp.core.fault.ReadDifference;
import hitchlamp.core.fault.SnapshotSheet;
import hitchlamp.core.j1939.RawValue;
import hitchlamp.server.account.Accounts;
import hitchlamp.server.config.Refusal;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Reads of faults, leads, clears, self-tests. */
@RestController
@RequestMapping("/api/jobs/{job}/faults")
class FaultController {
  private final Faults faults;
  private final FaultWork work;
  private final Accounts accounts;

  FaultController(Faults faults, FaultWork work, Accounts accounts) {
    this.faults = faults;
    this.work = work;
    this.accounts = accounts;
  }

  record Watch(boolean on) {}

  /** "key is off", "key is on", or a lamp's id, "=" and what was seen. */
  record Clear(
      @NotNull @Size(max = 100) Set<@NotBlank @Size(max = 60) String> modules,
      @Size(max = 120) String fault) {}

  record MoveTo(
      @NotBlank @Size(max = 120) String what,
      @NotNull @Size(max = 120) String to,
      @NotBlank @Size(max = 500) String reason) {}

  /** One stored read in the list of them. */
  record ReadHead(
      @NotNull long id,
      @NotNull Instant readAt,
      @NotNull String why,
      @NotNull String state,
      Double engineHours,
      @NotNull int faults,
      @NotNull int active,
      @NotNull String who) {}

  /** One fault in two reads. */
  record DifferenceLine(
      @NotNull String key,
      @NotNull String moduleTitle,
      @NotNull int spn,
      @NotNull int fmi,
      @NotNull String component,
      @NotNull String mode,
      @NotNull ReadDifference.Change change,
      @NotNull String says,
      @NotNull int counted) {}

  record SheetView(@NotNull List<String> columns, @NotNull List<SheetRow> rows) {}

  record SheetRow(
      @NotNull String name,
      @NotNull String unit,
      @NotNull int decimals,
      @NotNull boolean derived,
      @NotNull List<SheetCell> cells) {}

  record SheetCell(Double value, @NotNull RawValue state, @NotNull String mark) {}

  /** The newest read with its leads; 404 where none is stored. */
  @GetMapping
  FaultsView newest(@PathVariable long job) {
    return faults
        .newest(job)
        .orElseThrow(
            () ->
                new Refusal(
                    HttpStatus.NOT_FOUND,
                    FaultWords.say("the-faults-have-not-been-read"),
                    FaultWords.say("hook-up-and-call-the-roll")));
  }

  @GetMapping("/reads")
  List<ReadHead> reads(@PathVariable long job) {
    return faults.reads(job).stream()
        .map(
            h ->
                new ReadHead(
                    h.id(),
                    h.readAt().toInstant(ZoneOffset.UTC),
                    h.why(),
                    h.state(),
                    h.engineHours(),
                    h.faults(),
                    h.active(),
                    h.who()))
        .toList();
  }

  @GetMapping("/difference")
  List<DifferenceLine> difference(
      @PathVariable long job, @RequestParam long before, @RequestParam long after) {
    return faults.compare(job, before, after).stream()
        .map(
            l ->
                new DifferenceLine(
                    l.fault().key(),
                    l.fault().moduleTitle(),
                    l.fault().spn(),
                    l.fault().fmi(),
                    l.fault().fault().component(),
                    l.fault().fault().mode(),
                    l.change(),
                    l.change().says(),
                    l.counted()))
        .toList();
  }

  @GetMapping("/snapshots")
  SheetView snapshots(
      @PathVariable long job,
      @RequestParam long read,
      @RequestParam @Size(min = 1, max = 4) List<String> fault) {
    SnapshotSheet sheet = faults.snapshots(job, read, fault);
    return new SheetView(
        sheet.columns(),
        sheet.rows().stream()
            .map(
                r ->
                    new SheetRow(
                        r.name(),
                        r.unit().symbol(),
                        r.decimals(),
                        r.derived(),
                        r.cells().stream()
                            .map(
                                c ->
                                    new SheetCell(
                                        c.value().isPresent() ? c.value().getAsDouble() : null,
                                        c.state(),
                                        c.mark()))
                            .toList()))
            .toList());
  }

  @PostMapping("/read")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void read(@PathVariable long job) {
    work.read(job, accounts.me());
  }

  /** Follows what modules tell, reads again on a change and announces it, or stops that. */
  @PostMapping("/watch")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void watch(@PathVariable long job, @RequestBody Watch w) {
    work.watch(job, accounts.me(), w.on());
  }

  /** What clearing now would destroy or undo: of all, of one module, or of one fault. */
  @GetMapping("/clear-warnings")
  List<String> clearWarnings(
      @PathVariable long job,
      @RequestParam(defaultValue = "") @Size(max = 60) String module,
      @RequestParam(defaultValue = "") @Size(max = 120) String fault) {
    return faults.clearWarnings(job, module, fault);
  }

  /**
   * Reads and stores, clears, reads again. No module named means all that keep a fault; a fault
   * named means that one alone.
   */
  @PostMapping("/clear")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void clear(@PathVariable long job, @Valid @RequestBody Clear c) {
    if (c.fault() == null || c.fault().isBlank()) {
      work.clear(job, accounts.me(), c.modules());
    } else {
      work.clearOne(job, accounts.me(), faults.known(job, c.fault()));
    }
  }

  /** Asks modules to test their own circuits now. */
  @PostMapping("/self-test")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void selfTest(@PathVariable long job) {
    work.selfTest(job, accounts.me());
  }

  @PostMapping("/moves")
  @ResponseStatus(HttpStatus.CREATED)
  FaultsView move(@PathVariable long job, @Valid @RequestBody MoveTo m) {
    return faults.move(job, new Move(m.what(), m.to(), m.reason()), accounts.me());
  }

  /** Takes the last move back. */
  @DeleteMapping("/moves/last")
  FaultsView undo(@PathVariable long job) {
    return faults.undo(job, accounts.me());
  }
}
