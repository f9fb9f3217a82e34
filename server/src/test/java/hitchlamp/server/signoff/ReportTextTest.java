package hitchlamp.server.signoff;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.io.IOException;
import java.util.Map;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What people type stands in the report as they typed it, in any script; read back by PDFBox. */
@ExtendWith(Installation.class)
class ReportTextTest {
  private static String report(Person p, long job) throws IOException {
    byte[] pdf = p.download("/api/jobs/" + job + "/report.pdf?full=true");
    try (PDDocument document = Loader.loadPDF(pdf)) {
      return new PDFTextStripper().getText(document);
    }
  }

  @Test
  void everyScriptIsPrinted(Installation.Running running) throws IOException {
    Person p = Person.in(running, "Technician 1");
    long job = p.openJob("Tipper of many scripts");
    String[] notes = {
      "Двигатель не тянет",
      "Ο κινητήρας δεν τραβάει",
      "发动机没有力",
      "エンジン",
      "0 V → 12 V ↑ ≥ ±",
      "Größe, Žďár, İzmir"
    };
    for (String n : notes) {
      p.must("POST", "/api/jobs/" + job + "/logbook", Map.of("text", n));
    }
    assertThat(report(p, job)).contains(notes).doesNotContain("##");
  }

  @Test
  void noCharacterOfANoteBreaksTheReport(Installation.Running running) throws IOException {
    Person p = Person.in(running, "Technician 1");
    long job = p.openJob("Tipper of odd characters");
    for (String note :
        new String[] {
          "a\uFFFEb",
          "a\uFFFFb",
          "a\u0000b",
          "a\u0007b",
          "a\\ud800b",
          "</td></table>",
          "]]>",
          "&#0;"
        }) {
      p.must("POST", "/api/jobs/" + job + "/logbook", "{\"text\":\"" + json(note) + "\"}");
      assertThat(report(p, job)).as(note).contains("does not pull");
    }
    assertThat(report(p, job)).contains("</td></table>", "]]>", "&#0;");
  }

  /** A text within JSON: control characters as escapes, half pairs as they are written above. */
  private static String json(String text) {
    StringBuilder out = new StringBuilder();
    text.chars()
        .forEach(c -> out.append(c < ' ' ? String.format("\\u%04x", c) : String.valueOf((char) c)));
    return out.toString();
  }
}
