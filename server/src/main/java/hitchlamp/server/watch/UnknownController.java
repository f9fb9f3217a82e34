package hitchlamp.server.watch;

import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.pack.WorkshopPack;
import hitchlamp.core.quantity.Unit;
import hitchlamp.server.account.Account;
import hitchlamp.server.account.Accounts;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.hookup.HookUps;
import hitchlamp.server.hookup.RollView;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.Logbook;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Traffic that no pack reads, and what is made of it: parameters of a workshop pack. */
@RestController
class UnknownController {
  private static final double MOST_SCALE = 1e9;
  private static final double LEAST_SCALE = 1e-9;
  private static final double MOST_OFFSET = 1e9;
  private static final int MOST_SOURCE = 255;

  private final HookUps hookUps;
  private final WatchWork work;
  private final Parameters parameters;
  private final Jobs jobs;
  private final Logbook logbook;
  private final Accounts accounts;

  UnknownController(
      HookUps hookUps,
      WatchWork work,
      Parameters parameters,
      Jobs jobs,
      Logbook logbook,
      Accounts accounts) {
    this.hookUps = hookUps;
    this.work = work;
    this.parameters = parameters;
    this.jobs = jobs;
    this.logbook = logbook;
    this.accounts = accounts;
  }

  /** A field of a group that is to be kept as a parameter. */
  record NewField(
      @NotBlank @Size(max = 80) String name,
      @NotNull @Min(0) @Max(Pgn.GREATEST) Integer pgn,
      @NotNull @Min(0) @Max(511) Integer startBit,
      @NotNull @Min(1) @Max(32) Integer bits,
      @NotNull Double scale,
      @NotNull Double offset,
      @NotNull @Size(max = 12) String unit) {
    Parameter parameter() {
      Unit of =
          Arrays.stream(Unit.values())
              .filter(u -> u.symbol().equals(unit))
              .findFirst()
              .orElseThrow(
                  () ->
                      Refusal.bad(
                          WatchWords.say("there-is-no-unit", unit),
                          WatchWords.say("choose-a-unit-of-the-list")));
      double size = Math.abs(scale);
      if (!(size >= LEAST_SCALE && size <= MOST_SCALE && Math.abs(offset) <= MOST_OFFSET)) {
        throw Refusal.bad(
            WatchWords.say("scale-or-offset-is-none"),
            WatchWords.say("write-a-scale-that-is-not-0"));
      }
      // A line end in it would end a line of the file that it is kept in.
      String line = name.replaceAll("[\\p{Cntrl}\\u2028\\u2029]+", " ").strip();
      return new Parameter(0, line, pgn, startBit, bits, scale, offset, of);
    }
  }

  /** What nobody reads on the hooked-up unit now. */
  @GetMapping("/api/jobs/{job}/unknown")
  UnknownView unknown(@PathVariable long job) {
    List<UnknownView.FieldView> found =
        parameters.found(jobs.job(job).unitId()).stream().map(UnknownView::field).toList();
    Optional<UnknownRun> run = run(job);
    if (run.isEmpty()) {
      return new UnknownView(List.of(), 0, found);
    }
    Map<Integer, String> titles = titles(job);
    UnknownRun r = run.get();
    long now = r.now();
    return new UnknownView(
        r.groups().stream()
            .map(g -> UnknownView.group(g, titles.getOrDefault(g.source(), ""), now))
            .toList(),
        r.dropped(),
        found);
  }

  private Optional<UnknownRun> run(long job) {
    return hookUps.isLive(job) ? hookUps.live(job).tenant(UnknownRun.class) : Optional.empty();
  }

  private Map<Integer, String> titles(long job) {
    RollView roll = hookUps.lastRoll(job);
    return roll == null
        ? Map.of()
        : roll.modules().stream()
            .collect(
                Collectors.toMap(
                    RollView.ModuleView::address, RollView.ModuleView::title, (a, b) -> a));
  }

  /** What a field would have told in the newest messages of a sender, oldest first. */
  @GetMapping("/api/jobs/{job}/unknown/{source}/{pgn}")
  List<UnknownView.SampleView> samples(
      @PathVariable long job,
      @PathVariable @Min(0) @Max(MOST_SOURCE) int source,
      @PathVariable @Min(0) @Max(Pgn.GREATEST) int pgn,
      @RequestParam @Min(0) @Max(511) int startBit,
      @RequestParam @Min(1) @Max(32) int bits,
      @RequestParam double scale,
      @RequestParam double offset) {
    Parameter field = new Parameter(0, "", pgn, startBit, bits, scale, offset, Unit.ONE);
    return run(job).map(r -> UnknownView.samples(r.samples(field, source))).orElse(List.of());
  }

  /** Keeps a field as a parameter of this unit; it is watched at once. */
  @PostMapping("/api/jobs/{job}/fields")
  @ResponseStatus(HttpStatus.CREATED)
  UnknownView.FieldView keep(@PathVariable long job, @Valid @RequestBody NewField field) {
    Account me = accounts.me();
    Parameter kept = parameters.keep(jobs.job(job).unitId(), field.parameter(), work.pack(job), me);
    read(job);
    logbook.enter(
        job,
        Logbook.Kind.WATCH,
        WatchWords.say("field-kept", kept.name(), kept.pgn(), kept.startBit() / 8 + 1),
        me.id(),
        Logbook.Moment.UNKNOWN);
    return UnknownView.field(kept);
  }

  @DeleteMapping("/api/jobs/{job}/fields/{spn}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void forget(@PathVariable long job, @PathVariable int spn) {
    Account me = accounts.me();
    String name = parameters.forget(jobs.job(job).unitId(), spn, me);
    read(job);
    logbook.enter(
        job,
        Logbook.Kind.WATCH,
        WatchWords.say("field-forgotten", name),
        me.id(),
        Logbook.Moment.UNKNOWN);
  }

  /** What is watched and what is unknown are read with what is kept now. */
  private void read(long job) {
    Pack pack = work.pack(job);
    run(job).ifPresent(r -> r.read(pack));
    if (hookUps.isLive(job)) {
      hookUps.live(job).now(WatchRun.class, (run, micros) -> run.reads(pack));
    }
  }

  /** What was kept of this unit, as a pack of the workshop. */
  @GetMapping(value = "/api/jobs/{job}/workshop-pack.yaml", produces = "text/plain;charset=UTF-8")
  String workshopPack(@PathVariable long job) {
    List<Parameter> found = parameters.found(jobs.job(job).unitId());
    if (found.isEmpty()) {
      throw Refusal.missing("field");
    }
    RollView roll = hookUps.lastRoll(job);
    RollView.IdentityView engine =
        roll == null
            ? null
            : roll.modules().stream()
                .filter(m -> !m.identity().maker().isBlank())
                .min(java.util.Comparator.comparingInt(RollView.ModuleView::address))
                .map(RollView.ModuleView::identity)
                .orElse(null);
    return WorkshopPack.write(
        work.pack(job),
        engine == null ? "MAKER" : engine.maker(),
        engine == null ? "MODEL" : engine.model(),
        found);
  }
}
