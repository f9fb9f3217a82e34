package hitchlamp.server.watch;

import hitchlamp.core.watch.Thinned;
import hitchlamp.server.account.Account;
import hitchlamp.server.account.Accounts;
import hitchlamp.server.job.Logbook;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Live values, recorders, sets of values. */
@RestController
class WatchController {
  private final WatchWork work;
  private final ValueSets sets;
  private final Recordings recordings;
  private final Logbook logbook;
  private final Accounts accounts;

  WatchController(
      WatchWork work, ValueSets sets, Recordings recordings, Logbook logbook, Accounts accounts) {
    this.work = work;
    this.sets = sets;
    this.recordings = recordings;
    this.logbook = logbook;
    this.accounts = accounts;
  }

  record Started(@NotNull int number) {}

  record MomentWish(@NotBlank @Size(max = 200) String text) {}

  record SetWish(
      @NotBlank @Size(max = 60) String name,
      @NotNull @Size(min = 1, max = 500) List<@Size(max = 80) String> channels) {}

  /** What channels told in the last minutes, thinned to columns. */
  @GetMapping("/api/jobs/{job}/watch/series")
  List<RecordingView.Window> series(
      @PathVariable long job,
      @RequestParam List<String> channels,
      @RequestParam(defaultValue = "60") double seconds,
      @RequestParam(defaultValue = "600") int columns) {
    long now = work.moment(job).micros();
    long first = now - Math.round(Math.min(300, Math.max(1, seconds)) * 1e6);
    int n = Math.max(10, Math.min(RecordingController.MOST_COLUMNS, columns));
    return work.series(job, channels).stream()
        .map(s -> RecordingView.Window.of(s.channel().id(), Thinned.of(s, first, now, n), now))
        .toList();
  }

  /** Statistics of all values begin anew. */
  @PostMapping("/api/jobs/{job}/watch/statistics")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void beginStatistics(@PathVariable long job) {
    work.beginStatistics(job);
  }

  /** Marks this moment in the logbook and in every recording under way. */
  @PostMapping("/api/jobs/{job}/watch/marker")
  @ResponseStatus(HttpStatus.CREATED)
  void marker(@PathVariable long job, @Valid @RequestBody MomentWish w) {
    Account me = accounts.me();
    WatchWork.Moment now = work.moment(job);
    now.recordings()
        .forEach(
            id ->
                recordings.mark(
                    id, new Spooled.Mark("MARKER", now.micros(), now.micros(), w.text(), me.id())));
    logbook.enter(
        job,
        Logbook.Kind.WATCH,
        "Marked: " + w.text(),
        me.id(),
        new Logbook.Moment(now.micros(), null, null));
  }

  @PostMapping("/api/jobs/{job}/watch/recorders")
  @ResponseStatus(HttpStatus.CREATED)
  Started record(@PathVariable long job, @Valid @RequestBody RecordRequest wish) {
    Account me = accounts.me();
    return new Started(work.record(job, wish.plan(), me));
  }

  @DeleteMapping("/api/jobs/{job}/watch/recorders/{number}")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void stop(@PathVariable long job, @PathVariable int number) {
    work.stop(job, number);
  }

  @GetMapping("/api/watch-sets")
  List<ValueSets.KeptSet> sets() {
    return sets.all();
  }

  @PostMapping("/api/watch-sets")
  @ResponseStatus(HttpStatus.CREATED)
  List<ValueSets.KeptSet> keepSet(@Valid @RequestBody SetWish s) {
    sets.keep(s.name().strip(), s.channels(), accounts.me());
    return sets.all();
  }

  @DeleteMapping("/api/watch-sets/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void dropSet(@PathVariable long id) {
    sets.drop(id, accounts.me());
  }
}
