package hitchlamp.server.watch;

import hitchlamp.core.pack.EngineState;
import hitchlamp.core.watch.CsvFault;
import hitchlamp.core.watch.CsvMap;
import hitchlamp.core.watch.Dbc;
import hitchlamp.core.watch.PowerPull;
import hitchlamp.core.watch.RecordingPlan;
import hitchlamp.core.watch.SeaTrial;
import hitchlamp.core.watch.Thinned;
import hitchlamp.core.watch.Trigger;
import hitchlamp.server.account.Account;
import hitchlamp.server.account.Accounts;
import hitchlamp.server.account.Role.Right;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.hookup.WatchWork;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.Logbook;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.DecimalMax;
import jakarta.validation.constraints.DecimalMin;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Live values, recorders, recordings and their files. */
@RestController
class WatchController {
  private static final int MOST_COLUMNS = 4_000;

  private final WatchWork work;
  private final Library library;
  private final Parameters parameters;
  private final Recordings recordings;
  private final Jobs jobs;
  private final Logbook logbook;
  private final Accounts accounts;

  WatchController(
      WatchWork work,
      Library library,
      Parameters parameters,
      Recordings recordings,
      Jobs jobs,
      Logbook logbook,
      Accounts accounts) {
    this.work = work;
    this.library = library;
    this.parameters = parameters;
    this.recordings = recordings;
    this.jobs = jobs;
    this.logbook = logbook;
    this.accounts = accounts;
  }

  /**
   * One condition of a trigger: a threshold where {@code channel} is given, else a state of the
   * engine.
   */
  record ConditionWish(
      @Size(max = 80) String channel,
      @Size(max = 200) String name,
      Boolean above,
      Double threshold,
      @DecimalMin("0") Double hysteresis,
      @Size(max = 12) String unit,
      EngineState engine,
      @Size(max = 20) String side) {
    Trigger.Condition condition() {
      if (channel != null && !channel.isBlank()) {
        if (threshold == null) {
          throw Refusal.bad("A threshold needs a value.", "Enter it.");
        }
        return new Trigger.Threshold(
            channel,
            name == null ? channel : name,
            above == null || above,
            threshold,
            hysteresis == null ? 0 : hysteresis,
            unit == null ? "" : unit);
      }
      if (engine == null) {
        throw Refusal.bad(
            "A condition needs a channel or a state of the engine.", "Choose one of them.");
      }
      return new Trigger.Engine(engine, side == null ? "" : side);
    }
  }

  record TriggerWish(
      @NotNull @Size(min = 1, max = Trigger.MOST_CONDITIONS) List<@Valid ConditionWish> conditions,
      Boolean all,
      @DecimalMin("0") @DecimalMax("3600") Double forSeconds) {
    Trigger trigger() {
      return new Trigger(
          conditions.stream().map(ConditionWish::condition).toList(),
          all == null || all,
          forSeconds == null ? 0 : forSeconds);
    }
  }

  /** What is to be recorded, and when. */
  record RecordWish(
      @NotBlank @Size(max = 120) String name,
      @Size(max = 2_000) List<String> channels,
      @DecimalMin("0") @DecimalMax("300") Double preRollSeconds,
      @Valid TriggerWish start,
      @Valid TriggerWish stop,
      @DecimalMin("0") @DecimalMax("600") Double postRollSeconds,
      @DecimalMin("0") @DecimalMax("86400") Double mostSeconds,
      Boolean again) {
    RecordingPlan plan() {
      try {
        return new RecordingPlan(
            name.strip(),
            channels == null ? List.of() : channels,
            preRollSeconds == null ? 0 : preRollSeconds,
            Optional.ofNullable(start).map(TriggerWish::trigger),
            Optional.ofNullable(stop).map(TriggerWish::trigger),
            postRollSeconds == null ? 0 : postRollSeconds,
            mostSeconds == null || mostSeconds == 0 ? RecordingPlan.LONGEST_SECONDS : mostSeconds,
            again != null && again);
      } catch (IllegalArgumentException e) {
        throw Refusal.bad("This cannot be recorded: " + e.getMessage() + ".", "Change it.");
      }
    }
  }

  record Started(@NotNull int number) {}

  record MarkWish(@NotNull Double seconds, @NotBlank @Size(max = 200) String text) {}

  record MomentWish(@NotBlank @Size(max = 200) String text) {}

  record SetWish(
      @NotBlank @Size(max = 60) String name,
      @NotNull @Size(min = 1, max = 500) List<@Size(max = 80) String> channels) {}

  // --- live

  /** What channels told in the last minutes, thinned to columns. */
  @GetMapping("/api/jobs/{job}/watch/series")
  List<RecordingView.Window> series(
      @PathVariable long job,
      @RequestParam List<String> channels,
      @RequestParam(defaultValue = "60") double seconds,
      @RequestParam(defaultValue = "600") int columns) {
    long now = work.moment(job).micros();
    long first = now - Math.round(Math.min(300, Math.max(1, seconds)) * 1e6);
    int n = Math.max(10, Math.min(MOST_COLUMNS, columns));
    return work.series(job, channels).stream()
        .map(s -> RecordingView.Window.of(s.channel().id(), Thinned.of(s, first, now, n), now))
        .toList();
  }

  /** Statistics of all values begin anew. */
  @PostMapping("/api/jobs/{job}/watch/statistics")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void beginStatistics(@PathVariable long job) {
    accounts.me(Right.READ);
    work.beginStatistics(job);
  }

  /** Marks this moment in the logbook and in every recording under way. */
  @PostMapping("/api/jobs/{job}/watch/marker")
  @ResponseStatus(HttpStatus.CREATED)
  void marker(@PathVariable long job, @Valid @RequestBody MomentWish w) {
    Account me = accounts.me(Right.NOTE);
    WatchWork.Moment now = work.moment(job);
    now.recordings()
        .forEach(
            id ->
                recordings.mark(
                    id,
                    new Recordings.Mark("MARKER", now.micros(), now.micros(), w.text(), me.id())));
    logbook.enter(
        job,
        Logbook.Kind.WATCH,
        "Marked: " + w.text(),
        me.id(),
        new Logbook.Moment(now.micros(), null, null));
  }

  @PostMapping("/api/jobs/{job}/watch/recorders")
  @ResponseStatus(HttpStatus.CREATED)
  Started record(@PathVariable long job, @Valid @RequestBody RecordWish wish) {
    Account me = accounts.me(Right.READ);
    return new Started(work.record(job, wish.plan(), me));
  }

  @DeleteMapping("/api/jobs/{job}/watch/recorders/{number}")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void stop(@PathVariable long job, @PathVariable int number) {
    accounts.me(Right.READ);
    work.stop(job, number);
  }

  // --- recordings

  @GetMapping("/api/jobs/{job}/recordings-made")
  List<RecordingView.Head> recordings(@PathVariable long job) {
    return library.ofJob(job);
  }

  /** Recordings of a unit in all its jobs. */
  @GetMapping("/api/units/{unit}/recordings")
  List<RecordingView.Head> ofUnit(@PathVariable long unit) {
    return library.ofUnit(unit);
  }

  @GetMapping("/api/recordings/{id}")
  RecordingView.Whole recording(@PathVariable long id) {
    return library.whole(id);
  }

  record Origin(@NotNull double seconds) {}

  /** Bus time of a recording's first moment: what its stored traffic has at second 0. */
  @GetMapping("/api/recordings/{id}/origin")
  Origin origin(@PathVariable long id) {
    return new Origin(library.origin(id));
  }

  @GetMapping("/api/recordings/{id}/window")
  List<RecordingView.Window> window(
      @PathVariable long id,
      @RequestParam(required = false) List<String> channels,
      @RequestParam(required = false) Double from,
      @RequestParam(required = false) Double to,
      @RequestParam(defaultValue = "600") int columns) {
    return library.window(
        id,
        channels == null ? List.of() : channels,
        from,
        to,
        Math.max(10, Math.min(MOST_COLUMNS, columns)));
  }

  @GetMapping("/api/recordings/{id}/statistics")
  List<RecordingView.Stats> statistics(
      @PathVariable long id,
      @RequestParam(required = false) List<String> channels,
      @RequestParam(required = false) Double from,
      @RequestParam(required = false) Double to) {
    return library.statistics(id, channels == null ? List.of() : channels, from, to);
  }

  @PostMapping("/api/recordings/{id}/marks")
  @ResponseStatus(HttpStatus.CREATED)
  void mark(@PathVariable long id, @Valid @RequestBody MarkWish m) {
    library.mark(id, m.seconds(), m.text().strip(), accounts.me(Right.NOTE));
  }

  /** The window, or all of it, as a table. */
  @GetMapping("/api/recordings/{id}/table.csv")
  void csv(
      @PathVariable long id,
      @RequestParam(required = false) List<String> channels,
      @RequestParam(required = false) Double from,
      @RequestParam(required = false) Double to,
      @RequestParam(defaultValue = "comma") String separator,
      @RequestParam(defaultValue = "false") boolean decimalComma,
      HttpServletResponse answer)
      throws IOException {
    char sep =
        switch (separator) {
          case "comma" -> ',';
          case "semicolon" -> ';';
          case "tab" -> '\t';
          default ->
              throw Refusal.bad(
                  "'" + separator + "' is no separator.", "Say comma, semicolon or tab.");
        };
    library.mustExist(id);
    answer.setContentType("text/csv;charset=UTF-8");
    answer.setHeader("Content-Disposition", "attachment; filename=\"recording-" + id + ".csv\"");
    try (Writer out = answer.getWriter()) {
      library.csv(id, channels == null ? List.of() : channels, from, to, sep, decimalComma, out);
    }
  }

  // --- tables of other programs

  /** Looks at a table: its first lines, and how it could be read. */
  @PostMapping("/api/jobs/{job}/tables/look")
  Library.Look look(@PathVariable long job, @RequestParam MultipartFile file) throws IOException {
    accounts.me(Right.READ);
    jobs.job(job);
    return kept(file, path -> understood(file, () -> library.look(path)));
  }

  /** Makes a recording of a table. */
  @PostMapping("/api/jobs/{job}/tables")
  @ResponseStatus(HttpStatus.CREATED)
  RecordingView.Head addCsv(
      @PathVariable long job,
      @RequestParam MultipartFile file,
      @RequestParam(required = false) String map)
      throws IOException {
    Account me = accounts.me(Right.READ);
    return kept(
        file,
        path ->
            understood(
                file,
                () -> {
                  CsvMap how = map == null ? library.look(path).map() : library.map(map);
                  return library.addCsv(job, name(file), path, how, me);
                }));
  }

  static String name(MultipartFile file) {
    return file.getOriginalFilename() == null
        ? "table"
        : file.getOriginalFilename().replaceAll("[\\\\/\\p{Cntrl}]", "_");
  }

  /** Something done with a file, which may be found to be none. */
  private interface With<T> {
    T of(Path file) throws IOException;
  }

  private interface Doing<T> {
    T now() throws IOException;
  }

  private static <T> T understood(MultipartFile file, Doing<T> what) throws IOException {
    try {
      return what.now();
    } catch (CsvFault e) {
      throw Refusal.bad(
          name(file) + ", " + e.getMessage() + ".",
          "Nothing of it was loaded; mend it and try again.");
    } catch (IllegalArgumentException e) {
      throw Refusal.bad(
          name(file) + ": " + e.getMessage() + ".", "Nothing of it was loaded; choose otherwise.");
    }
  }

  /** The upload as a file, for as long as it is looked at. */
  private static <T> T kept(MultipartFile file, With<T> what) throws IOException {
    Path path = Files.createTempFile("hitch-lamp", ".table");
    try {
      file.transferTo(path);
      return what.of(path);
    } finally {
      Files.deleteIfExists(path);
    }
  }

  // --- comparison and analyses

  @GetMapping("/api/recordings/{id}/alignment")
  Library.AlignView align(
      @PathVariable long id,
      @RequestParam long with,
      @RequestParam Library.By by,
      @RequestParam(defaultValue = "") String channel,
      @RequestParam(required = false) Double threshold) {
    return library.align(id, with, by, channel, threshold);
  }

  @GetMapping("/api/recordings/{id}/differences")
  List<Library.Difference> differences(
      @PathVariable long id,
      @RequestParam long with,
      @RequestParam(defaultValue = "0") double later,
      @RequestParam(required = false) Double from,
      @RequestParam(required = false) Double to) {
    return library.differences(id, with, later, from, to);
  }

  /** Power pulls found in a recording. */
  @GetMapping("/api/recordings/{id}/pulls")
  PowerPull.Result pulls(
      @PathVariable long id,
      @RequestParam double massKg,
      @RequestParam(defaultValue = "3") double massOffPercent,
      @RequestParam(defaultValue = "0") double gradePercent,
      @RequestParam(defaultValue = "0.3") double gradeOffPercent,
      @RequestParam(defaultValue = "0") int gear) {
    try {
      return library.pull(
          id,
          new PowerPull.Setup(
              massKg, massOffPercent / 100, gradePercent / 100, gradeOffPercent / 100, gear));
    } catch (IllegalArgumentException e) {
      throw Refusal.bad("This cannot be worked out: " + e.getMessage() + ".", "Correct it.");
    }
  }

  /** Steady points of a sea trial and how they stand against the propeller law. */
  @GetMapping("/api/recordings/{id}/sea-trial")
  SeaTrial.Result sea(@PathVariable long id) {
    return library.sea(id);
  }

  // --- sets

  @GetMapping("/api/watch-sets")
  List<Library.KeptSet> sets() {
    return library.sets();
  }

  @PostMapping("/api/watch-sets")
  @ResponseStatus(HttpStatus.CREATED)
  List<Library.KeptSet> keepSet(@Valid @RequestBody SetWish s) {
    library.keepSet(s.name().strip(), s.channels(), accounts.me(Right.READ));
    return library.sets();
  }

  @DeleteMapping("/api/watch-sets/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void dropSet(@PathVariable long id) {
    accounts.me(Right.READ);
    library.dropSet(id);
  }

  // --- parameters as DBC

  record DbcAdded(
      @NotNull int parameters,
      @NotNull List<String> leftOut,
      @NotNull List<Parameters.File> files) {}

  /** Everything that is known of a unit's groups, as DBC. */
  @GetMapping(value = "/api/jobs/{job}/parameters.dbc", produces = "text/plain;charset=UTF-8")
  String dbc(@PathVariable long job) {
    return Dbc.write(List.copyOf(work.pack(job).parameters().values()));
  }

  @GetMapping("/api/jobs/{job}/dbc")
  List<Parameters.File> dbcFiles(@PathVariable long job) {
    return parameters.files(jobs.job(job).unitId());
  }

  /** Adds the parameters of a DBC file to a unit. */
  @PostMapping("/api/jobs/{job}/dbc")
  @ResponseStatus(HttpStatus.CREATED)
  DbcAdded addDbc(@PathVariable long job, @RequestParam MultipartFile file) throws IOException {
    Account me = accounts.me(Right.READ);
    long unit = jobs.job(job).unitId();
    Dbc.Contents c = understood(file, () -> parameters.add(unit, name(file), file.getBytes(), me));
    logbook.enter(
        job,
        Logbook.Kind.WATCH,
        c.parameters().size() + " parameters added from " + name(file) + ".",
        me.id(),
        Logbook.Moment.UNKNOWN);
    return new DbcAdded(c.parameters().size(), c.leftOut(), parameters.files(unit));
  }

  @DeleteMapping("/api/jobs/{job}/dbc/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void dropDbc(@PathVariable long job, @PathVariable long id) {
    accounts.me(Right.READ);
    parameters.drop(jobs.job(job).unitId(), id);
  }
}
