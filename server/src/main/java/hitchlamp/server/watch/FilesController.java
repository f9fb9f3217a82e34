package hitchlamp.server.watch;

import hitchlamp.core.watch.CsvFault;
import hitchlamp.core.watch.CsvMap;
import hitchlamp.core.watch.Dbc;
import hitchlamp.server.account.Account;
import hitchlamp.server.account.Accounts;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.Logbook;
import jakarta.validation.constraints.NotNull;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Files of other programs in and parameters out: tables, DBC. */
@RestController
class FilesController {
  private final WatchWork work;
  private final Tables tables;
  private final Parameters parameters;
  private final Jobs jobs;
  private final Logbook logbook;
  private final Accounts accounts;

  FilesController(
      WatchWork work,
      Tables tables,
      Parameters parameters,
      Jobs jobs,
      Logbook logbook,
      Accounts accounts) {
    this.work = work;
    this.tables = tables;
    this.parameters = parameters;
    this.jobs = jobs;
    this.logbook = logbook;
    this.accounts = accounts;
  }

  record DbcAdded(
      @NotNull int parameters,
      @NotNull List<String> leftOut,
      @NotNull List<Parameters.File> files) {}

  /** Looks at a table: its first lines, and how it could be read. */
  @PostMapping("/api/jobs/{job}/tables/look")
  Tables.Look look(@PathVariable long job, @RequestParam MultipartFile file) throws IOException {
    jobs.job(job);
    Account me = accounts.me();
    return kept(file, path -> understood(file, () -> tables.look(path, me)));
  }

  /** Makes a recording of a table. */
  @PostMapping("/api/jobs/{job}/tables")
  @ResponseStatus(HttpStatus.CREATED)
  RecordingView.Head addCsv(
      @PathVariable long job,
      @RequestParam MultipartFile file,
      @RequestParam(required = false) String map)
      throws IOException {
    Account me = accounts.me();
    return kept(
        file,
        path ->
            understood(
                file,
                () -> {
                  CsvMap how = map == null ? tables.look(path, me).map() : tables.map(map);
                  return tables.addCsv(job, name(file), path, how, me);
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
          WatchWords.say("nothing-of-it-was-loaded-mend"));
    } catch (IllegalArgumentException e) {
      throw Refusal.bad(
          name(file) + ": " + e.getMessage() + ".",
          WatchWords.say("nothing-of-it-was-loaded-choose"));
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
    Account me = accounts.me();
    long unit = jobs.job(job).unitId();
    Set<Integer> known = work.pack(job).parameters().keySet();
    Dbc.Contents c =
        understood(file, () -> parameters.add(unit, name(file), file.getBytes(), known, me));
    logbook.enter(
        job,
        Logbook.Kind.WATCH,
        WatchWords.say("parameters-added-from", c.parameters().size(), name(file)),
        me.id(),
        Logbook.Moment.UNKNOWN);
    return new DbcAdded(c.parameters().size(), c.leftOut(), parameters.files(unit));
  }

  @DeleteMapping("/api/jobs/{job}/dbc/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void dropDbc(@PathVariable long job, @PathVariable long id) {
    String name = parameters.drop(jobs.job(job).unitId(), id);
    logbook.enter(
        job,
        Logbook.Kind.WATCH,
        WatchWords.say("parameters-of-dropped", name),
        accounts.me().id(),
        Logbook.Moment.UNKNOWN);
  }
}
