package hitchlamp.server.job;

import hitchlamp.core.words.Said;
import hitchlamp.server.account.Account;
import hitchlamp.server.account.Accounts;
import hitchlamp.server.config.AtMost;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Units, jobs and logbooks. */
@RestController
@RequestMapping("/api")
class JobController {
  private static final int PAGE = 100;
  private static final int PICTURES_AT_ONCE = 8;

  private final AtMost pictures = new AtMost(PICTURES_AT_ONCE);

  private final Jobs jobs;
  private final Logbook logbook;
  private final Accounts accounts;

  JobController(Jobs jobs, Logbook logbook, Accounts accounts) {
    this.jobs = jobs;
    this.logbook = logbook;
    this.accounts = accounts;
  }

  record UnitView(
      @NotNull long id,
      @NotNull String fleetNumber,
      @NotNull String vin,
      @NotNull String maker,
      @NotNull String model,
      @NotNull String unitClass,
      @NotNull String pack) {
    static UnitView of(UnitRow r) {
      return new UnitView(
          r.id(), r.fleetNumber(), r.vin(), r.maker(), r.model(), r.unitClass(), r.pack());
    }
  }

  /**
   * @param hours engine hours at this visit, null until read
   * @param exhaustHotAt when a module of the unit last said that the exhaust is hot; null once one
   *     has said that it is not
   * @param stored what of it can be asked for; null in lists
   */
  record JobView(
      @NotNull long id,
      @NotNull String number,
      @NotNull long unitId,
      @NotNull String fleetNumber,
      @NotNull String complaint,
      @NotNull String state,
      Double hours,
      Double kilometres,
      @NotNull Instant openedAt,
      @NotNull String openedBy,
      Instant exhaustHotAt,
      StoredView stored) {
    static JobView of(JobRow r) {
      return of(r, null);
    }

    static JobView of(JobRow r, StoredView stored) {
      return new JobView(
          r.id(),
          r.number(),
          r.unitId(),
          r.fleetNumber(),
          r.complaint(),
          r.state(),
          r.hours(),
          r.kilometres(),
          r.openedAt().toInstant(ZoneOffset.UTC),
          r.openedBy(),
          r.exhaustHotAt() == null ? null : r.exhaustHotAt().toInstant(ZoneOffset.UTC),
          stored);
    }
  }

  /** Whether a roll, a read of faults and a story are stored. */
  record StoredView(@NotNull boolean roll, @NotNull boolean faults, @NotNull boolean story) {
    static StoredView of(JobMapper.StoredRow r) {
      return new StoredView(r.roll(), r.faults(), r.story());
    }
  }

  record UnitWithJobs(@NotNull UnitView unit, @NotNull List<JobView> jobs) {}

  record NewUnit(
      @NotBlank @Size(max = 60) String fleetNumber,
      @NotNull @Size(max = 40) String vin,
      @NotNull @Size(max = 60) String maker,
      @NotNull @Size(max = 60) String model,
      @NotNull
          @Pattern(regexp = "TRUCK|MACHINE|VESSEL", message = "must be TRUCK, MACHINE or VESSEL")
          String unitClass) {}

  record NewJob(long unitId, @NotBlank @Size(max = 2000) String complaint) {}

  record NewNote(@NotBlank @Size(max = 4000) String text) {}

  record NewState(
      @NotNull @Pattern(regexp = "OPEN|CLOSED", message = "must be OPEN or CLOSED") String state) {}

  @GetMapping("/units")
  List<UnitView> units(@RequestParam(defaultValue = "") @Size(max = 60) String search) {
    return jobs.searchUnits(search).stream().map(UnitView::of).toList();
  }

  @PostMapping("/units")
  @ResponseStatus(HttpStatus.CREATED)
  UnitView addUnit(@Valid @RequestBody NewUnit n) {
    return UnitView.of(
        jobs.addUnit(n.fleetNumber(), n.vin(), n.maker(), n.model(), n.unitClass(), ""));
  }

  @GetMapping("/units/{id}")
  UnitWithJobs unit(@PathVariable long id) {
    return new UnitWithJobs(
        UnitView.of(jobs.unit(id)), jobs.ofUnit(id).stream().map(JobView::of).toList());
  }

  @GetMapping("/jobs")
  List<JobView> jobs(@RequestParam(defaultValue = "") @Size(max = 60) String search) {
    return jobs.searchJobs(search).stream().map(JobView::of).toList();
  }

  @PostMapping("/jobs")
  @ResponseStatus(HttpStatus.CREATED)
  JobView open(@Valid @RequestBody NewJob n) {
    return JobView.of(jobs.open(n.unitId(), n.complaint(), accounts.me()));
  }

  @GetMapping("/jobs/{job}")
  JobView job(@PathVariable long job) {
    return JobView.of(jobs.job(job), StoredView.of(jobs.stored(job)));
  }

  @PostMapping("/jobs/{job}/state")
  JobView state(@PathVariable long job, @Valid @RequestBody NewState n) {
    return JobView.of(jobs.state(job, n.state(), accounts.me()));
  }

  @GetMapping("/jobs/{job}/logbook")
  List<Logbook.Entry> logbook(
      @PathVariable long job, @RequestParam(defaultValue = "9223372036854775807") long before) {
    jobs.job(job);
    return logbook.newest(job, before, PAGE);
  }

  @PostMapping("/jobs/{job}/logbook")
  @ResponseStatus(HttpStatus.CREATED)
  Logbook.Entry note(@PathVariable long job, @Valid @RequestBody NewNote n) {
    Account me = accounts.me();
    JobRow row = jobs.job(job);
    return logbook.enter(
        job,
        Logbook.Kind.NOTE,
        Said.plain(n.text().strip()).text(),
        me.id(),
        new Logbook.Moment(null, row.hours(), row.hours() == null ? null : "engine"));
  }

  /** Adds a picture (JPEG, PNG or WebP, at most 12 MB) to the logbook. */
  @PostMapping("/jobs/{job}/photos")
  @ResponseStatus(HttpStatus.CREATED)
  Logbook.Entry addPhoto(
      @PathVariable long job,
      @RequestParam MultipartFile file,
      @RequestParam(defaultValue = "") @Size(max = 200) String caption)
      throws IOException {
    Account me = accounts.me();
    JobRow row = jobs.job(job);
    return pictures.run(
        () ->
            logbook.enterPhoto(
                job,
                caption,
                whole(file),
                me.id(),
                new Logbook.Moment(null, row.hours(), row.hours() == null ? null : "engine")));
  }

  private byte[] whole(MultipartFile file) throws IOException {
    Logbook.checkSize(file.getSize());
    return file.getBytes();
  }

  /** The picture of a logbook entry. */
  @GetMapping("/jobs/{job}/photos/{entry}")
  ResponseEntity<byte[]> photo(@PathVariable long job, @PathVariable long entry) {
    Logbook.Photo photo = logbook.photo(job, entry);
    return ResponseEntity.ok()
        .header(HttpHeaders.CONTENT_TYPE, photo.mediaType())
        // Whatever its bytes are, opened by itself it runs nothing and asks for nothing.
        .header("Content-Security-Policy", "default-src 'none'; sandbox; frame-ancestors 'none'")
        .header(HttpHeaders.CACHE_CONTROL, "private, max-age=86400, immutable")
        .body(photo.content());
  }
}
