package hitchlamp.server.casefile;

import hitchlamp.server.account.Account;
import hitchlamp.server.account.Accounts;
import hitchlamp.server.job.Jobs;
import jakarta.validation.constraints.NotNull;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Case files out and in. */
@RestController
class CaseController {
  private final CaseFiles cases;
  private final Jobs jobs;
  private final Accounts accounts;

  CaseController(CaseFiles cases, Jobs jobs, Accounts accounts) {
    this.cases = cases;
    this.jobs = jobs;
    this.accounts = accounts;
  }

  record OpenedCase(@NotNull long job, @NotNull String number) {}

  /** The job with all that belongs to it, as one archive. */
  @GetMapping("/api/jobs/{job}/case-file")
  ResponseEntity<StreamingResponseBody> caseFile(@PathVariable long job) {
    Account me = accounts.me();
    String name = "case-" + jobs.job(job).number() + ".zip";
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType("application/zip"))
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment().filename(name).build().toString())
        .body(out -> cases.write(job, me, out));
  }

  /** Opens an archive as a job that can only be read. */
  @PostMapping("/api/case-files")
  @ResponseStatus(HttpStatus.CREATED)
  OpenedCase open(@RequestParam MultipartFile file) throws IOException {
    Account me = accounts.me();
    Path copy = Files.createTempFile("case", ".zip");
    try {
      file.transferTo(copy);
      CaseFiles.Opened opened = cases.open(copy, me);
      return new OpenedCase(opened.job(), opened.number());
    } finally {
      Files.deleteIfExists(copy);
    }
  }
}
