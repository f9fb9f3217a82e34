package hitchlamp.server.casefile;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.grade.harden.CaseArchive;
import hitchlamp.grade.harden.HostileCases;
import hitchlamp.grade.harden.JobPages;
import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/**
 * Whatever a case file holds: it is refused with a reason and leaves nothing, or all its pages
 * open.
 */
@ExtendWith(Installation.class)
class HostileCaseTest {
  private static final int FILES = 80;
  private static final long SEED = 20_261_127;

  private static List<String> broken(Person p, long job) {
    List<String> broken = new ArrayList<>();
    for (String page : JobPages.of(job, path -> p.get(path).body())) {
      Person.Answer a = p.get(page);
      if (a.status() >= 500) {
        broken.add(page + ": " + a.status());
      }
    }
    return broken;
  }

  @Test
  void aChangedCaseFileIsRefusedWholeOrOpensOnEveryPage(Installation.Running running) {
    Person p = Person.in(running, "Technician 1");
    HostileCases cases = new HostileCases(CaseFileTest.sound(running), SEED);
    List<String> wrong = new ArrayList<>();
    int kept = 0;
    for (int i = 0; i < FILES; i++) {
      HostileCases.Hostile h = cases.next();
      int before = p.must("GET", "/api/jobs?search=case", null).size();
      Person.Answer a = p.upload("/api/case-files", "case.zip", h.file());
      if (a.status() == 201) {
        kept++;
        List<String> broken = broken(p, a.body().path("job").asLong());
        if (!broken.isEmpty()) {
          wrong.add(h.kind() + ", " + h.what() + ": kept, broken " + broken);
        }
      } else if (a.status() != 400
          || a.body().path("message").asString("").isEmpty()
          || p.must("GET", "/api/jobs?search=case", null).size() != before) {
        wrong.add(h.kind() + ", " + h.what() + ": " + a.status() + " " + a.body());
      }
    }
    assertThat(wrong).as("of %d files, %d kept", FILES, kept).isEmpty();
    assertThat(kept).as("not everything is refused").isPositive();
  }

  @Test
  void aPageThatSaysItIsAPictureIsNeverSentAsAPage(Installation.Running running) {
    Person p = Person.in(running, "Technician 1");
    HostileCases cases = new HostileCases(CaseFileTest.sound(running), SEED);
    byte[] page = "<html><script src='2'></script></html>".getBytes(StandardCharsets.UTF_8);
    for (String type :
        new String[] {"text/html", "text/javascript", "image/svg+xml", "image/png"}) {
      Person.Answer a = p.upload("/api/case-files", "case.zip", cases.picture(page, type).file());
      assertThat(a.status()).as(type).isEqualTo(400);
      assertThat(a.body().path("message").asString()).contains("not a JPEG, PNG or WebP picture");
    }
  }

  @Test
  void aPictureIsSentAsWhatItsBytesAreAndRunsNothing(Installation.Running running) {
    Person p = Person.in(running, "Technician 1");
    byte[] png = {
      (byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1A, '\n', '<', 's', 'c', 'r', 'i', 'p', 't'
    };
    HostileCases cases = new HostileCases(CaseFileTest.sound(running), SEED);
    Person.Answer a =
        p.upload("/api/case-files", "case.zip", cases.picture(png, "text/html").file());
    assertThat(a.status()).as(String.valueOf(a.body())).isEqualTo(201);
    long job = a.body().path("job").asLong();
    JsonNode log = p.must("GET", "/api/jobs/" + job + "/logbook", null);
    int seen = 0;
    for (JsonNode e : log) {
      Person.Answer photo = p.get("/api/jobs/" + job + "/photos/" + e.path("id").asLong());
      if (photo.status() == 200) {
        seen++;
        assertThat(photo.headers().firstValue("Content-Type")).contains("image/png");
        assertThat(photo.headers().firstValue("X-Content-Type-Options")).contains("nosniff");
        assertThat(photo.headers().firstValue("Content-Security-Policy").orElse(""))
            .contains("sandbox")
            .contains("default-src 'none'");
      }
    }
    assertThat(seen).isEqualTo(1);
  }

  @Test
  void aSmallFileOfManyEmptyRowsIsRefusedAndTheServerGoesOn(Installation.Running running)
      throws Exception {
    CaseArchive sound = new CaseArchive(CaseFileTest.sound(running));
    byte[] rows = ("[" + "{},".repeat(20_000_000) + "{}]").getBytes(StandardCharsets.US_ASCII);
    byte[] file = sound.with("fault-read.json", rows).bytes();
    Person p = Person.in(running, "Technician 1");
    Person.Answer a = p.upload("/api/case-files", "case.zip", file);
    assertThat(a.status()).isEqualTo(400);
    assertThat(a.body().path("message").asString()).contains("Row 1 of \"fault-read.json\"");
    assertThat(p.get("/api/health").status()).isEqualTo(200);
  }

  @Test
  void anArchiveOfMillionsOfFilesIsRefusedBeforeItIsOpened(Installation.Running running)
      throws Exception {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      zip.setLevel(0);
      for (int i = 0; i < 400_000; i++) {
        zip.putNextEntry(new ZipEntry("a/" + i + "x".repeat(60)));
        zip.closeEntry();
      }
    }
    Person.Answer a =
        Person.in(running, "Technician 1").upload("/api/case-files", "case.zip", out.toByteArray());
    assertThat(a.status()).isEqualTo(400);
    assertThat(a.body().path("message").asString()).contains("more than 200000 files");
  }

  @Test
  void unitsOfCaseFilesCountInNoFigureOfTheFleet(Installation.Running running) {
    Person p = Person.in(running, "Technician 1");
    Person.Answer a = p.upload("/api/case-files", "case.zip", CaseFileTest.sound(running));
    long caseUnit =
        p.must("GET", "/api/jobs/" + a.body().path("job").asLong(), null).path("unitId").asLong();
    long own = 0;
    for (JsonNode u : p.must("GET", "/api/units?search=Tipper%20for%20the%20case", null)) {
      own = u.path("id").asLong() == caseUnit ? own : u.path("id").asLong();
    }
    JsonNode compared = p.must("GET", "/api/units/" + own + "/figures/IDLE_SHARE?trip=true", null);
    assertThat(compared.toString())
        .contains("\"unitId\":" + own + ",")
        .doesNotContain("\"unitId\":" + caseUnit + ",");
    assertThat(p.post("/api/jobs", Map.of("unitId", caseUnit, "complaint", "work on it")).status())
        .isEqualTo(409);
  }
}
