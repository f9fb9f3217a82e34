package hitchlamp.server.signoff;

import hitchlamp.core.judge.Verdict;
import hitchlamp.core.quantity.UnitSystem;
import hitchlamp.core.words.Said;
import hitchlamp.server.account.Accounts;
import hitchlamp.server.config.AtMost;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.List;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What is open, before and after, and the report. */
@RestController
@RequestMapping("/api/jobs/{job}")
class SignOffController {
  private static final int REPORTS_AT_ONCE = 3;

  private final AtMost reports = new AtMost(REPORTS_AT_ONCE);
  private final SignOffs signOffs;
  private final Accounts accounts;

  SignOffController(SignOffs signOffs, Accounts accounts) {
    this.signOffs = signOffs;
    this.accounts = accounts;
  }

  record OpenLine(@NotNull Said says, @NotNull String next) {}

  record ChangeLine(
      @NotNull String change,
      @NotNull String component,
      @NotNull String mode,
      @NotNull String moduleTitle,
      @NotNull int spn,
      @NotNull int fmi) {}

  record TestLine(
      @NotNull long id,
      @NotNull String title,
      @NotNull Instant at,
      @NotNull Verdict verdict,
      @NotNull String says) {}

  record SignOffView(
      @NotNull List<OpenLine> open,
      @NotNull List<ChangeLine> changes,
      @NotNull int reads,
      @NotNull List<TestLine> tests,
      @NotNull List<TraceLine> traces) {}

  /** A guide that was followed; what was taken for granted on its way. */
  record TraceLine(
      @NotNull long id,
      @NotNull String title,
      @NotNull Instant at,
      @NotNull String word,
      @NotNull String says,
      @NotNull String next,
      @NotNull List<String> assumed) {}

  @GetMapping("/sign-off")
  SignOffView signOff(@PathVariable long job) {
    SignOffs.State s = signOffs.state(job);
    return new SignOffView(
        s.open().stream().map(o -> new OpenLine(o.says(), o.next())).toList(),
        s.changes().stream()
            .map(
                l ->
                    new ChangeLine(
                        l.change().says(),
                        l.fault().fault().component(),
                        l.fault().fault().mode(),
                        l.fault().moduleTitle(),
                        l.fault().spn(),
                        l.fault().fmi()))
            .toList(),
        s.reads(),
        s.tests().stream()
            .map(t -> new TestLine(t.id(), t.title(), t.at(), t.verdict(), t.says()))
            .toList(),
        s.traces().stream()
            .map(
                t ->
                    new TraceLine(
                        t.id(), t.title(), t.at(), t.word(), t.says(), t.next(), t.assumed()))
            .toList());
  }

  /** The report as PDF: one page for the one who pays, or everything for the trade. */
  @GetMapping(value = "/report.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> report(
      @PathVariable long job,
      @RequestParam(defaultValue = "false") boolean full,
      @RequestParam(defaultValue = "METRIC") UnitSystem units) {
    byte[] pdf = reports.run(() -> signOffs.report(job, full, units, accounts.me()));
    return ResponseEntity.ok()
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            "inline; filename=\"job-" + job + (full ? "-full" : "") + ".pdf\"")
        .body(pdf);
  }
}
