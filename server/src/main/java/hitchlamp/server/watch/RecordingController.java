package hitchlamp.server.watch;

import hitchlamp.core.watch.PowerPull;
import hitchlamp.core.watch.SeaTrial;
import hitchlamp.server.account.Accounts;
import hitchlamp.server.config.AtMost;
import hitchlamp.server.config.Refusal;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.io.Writer;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Recordings: windows, statistics, marks, tables out, comparison, what a drive shows. */
@RestController
class RecordingController {
  static final int MOST_COLUMNS = 4_000;

  private final AtMost tables = new AtMost(1);

  private final Library library;
  private final Analyses analyses;
  private final Accounts accounts;

  RecordingController(Library library, Analyses analyses, Accounts accounts) {
    this.library = library;
    this.analyses = analyses;
    this.accounts = accounts;
  }

  record MarkWish(@NotNull Double seconds, @NotBlank @Size(max = 200) String text) {}

  @GetMapping("/api/jobs/{job}/recordings-made")
  List<RecordingView.Head> recordings(@PathVariable long job) {
    return library.ofJob(job);
  }

  /** Recordings of a unit in all its jobs. */
  @GetMapping("/api/units/{unit}/recordings")
  List<RecordingView.Head> ofUnit(@PathVariable long unit) {
    return library.ofUnit(unit);
  }

  @GetMapping("/api/recordings/{recording}")
  RecordingView.Whole recording(@PathVariable("recording") long id) {
    return library.whole(id);
  }

  record Origin(@NotNull double seconds) {}

  /** Bus time of a recording's first moment: what its stored traffic has at second 0. */
  @GetMapping("/api/recordings/{recording}/origin")
  Origin origin(@PathVariable("recording") long id) {
    return new Origin(library.origin(id));
  }

  @GetMapping("/api/recordings/{recording}/window")
  List<RecordingView.Window> window(
      @PathVariable("recording") long id,
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

  @GetMapping("/api/recordings/{recording}/statistics")
  List<RecordingView.Stats> statistics(
      @PathVariable("recording") long id,
      @RequestParam(required = false) List<String> channels,
      @RequestParam(required = false) Double from,
      @RequestParam(required = false) Double to) {
    return library.statistics(id, channels == null ? List.of() : channels, from, to);
  }

  @PostMapping("/api/recordings/{recording}/marks")
  @ResponseStatus(HttpStatus.CREATED)
  void mark(@PathVariable("recording") long id, @Valid @RequestBody MarkWish m) {
    library.mark(id, m.seconds(), m.text().strip(), accounts.me());
  }

  /** The window, or all of it, as a table. */
  @GetMapping("/api/recordings/{recording}/table.csv")
  void csv(
      @PathVariable("recording") long id,
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
                  WatchWords.say("is-no-separator", separator),
                  WatchWords.say("say-comma-semicolon-or-tab"));
        };
    library.mustExist(id);
    answer.setContentType("text/csv;charset=UTF-8");
    answer.setHeader("Content-Disposition", "attachment; filename=\"recording-" + id + ".csv\"");
    // A long recording fills half of the memory while it is written.
    tables.run(
        () -> {
          try (Writer out = answer.getWriter()) {
            library.csv(
                id, channels == null ? List.of() : channels, from, to, sep, decimalComma, out);
          }
          return null;
        });
  }

  @GetMapping("/api/recordings/{recording}/alignment")
  Analyses.AlignView align(
      @PathVariable("recording") long id,
      @RequestParam long with,
      @RequestParam Analyses.By by,
      @RequestParam(defaultValue = "") String channel,
      @RequestParam(required = false) Double threshold) {
    return analyses.align(id, with, by, channel, threshold);
  }

  @GetMapping("/api/recordings/{recording}/differences")
  List<Analyses.Difference> differences(
      @PathVariable("recording") long id,
      @RequestParam long with,
      @RequestParam(defaultValue = "0") double later,
      @RequestParam(required = false) Double from,
      @RequestParam(required = false) Double to) {
    return analyses.differences(id, with, later, from, to);
  }

  /** Power pulls found in a recording. */
  @GetMapping("/api/recordings/{recording}/pulls")
  PowerPull.Result pulls(
      @PathVariable("recording") long id,
      @RequestParam double massKg,
      @RequestParam(defaultValue = "3") double massOffPercent,
      @RequestParam(defaultValue = "0") double gradePercent,
      @RequestParam(defaultValue = "0.3") double gradeOffPercent,
      @RequestParam(defaultValue = "0") int gear) {
    try {
      return analyses.pull(
          id,
          new PowerPull.Setup(
              massKg, massOffPercent / 100, gradePercent / 100, gradeOffPercent / 100, gear));
    } catch (IllegalArgumentException e) {
      throw Refusal.bad(
          WatchWords.say("this-cannot-be-worked-out", e.getMessage()),
          WatchWords.say("correct-it"));
    }
  }

  /** Pulls with each cylinder off found in a recording: which one blows by under load. */
  @GetMapping("/api/recordings/{recording}/cutout-under-load")
  LoadedView loaded(@PathVariable("recording") long id) {
    return analyses.loaded(id);
  }

  /** Conversion of nitrogen oxides over a recorded drive. */
  @GetMapping("/api/recordings/{recording}/conversion")
  ConversionView conversion(@PathVariable("recording") long id) {
    return analyses.conversion(id);
  }

  /** Steady points of a sea trial and how they stand against the propeller law. */
  @GetMapping("/api/recordings/{recording}/sea-trial")
  SeaTrial.Result sea(@PathVariable("recording") long id) {
    return analyses.sea(id);
  }
}
