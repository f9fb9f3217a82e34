package hitchlamp.server.signoff;

import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import hitchlamp.core.fault.KnownFault;
import hitchlamp.core.fault.Lead;
import hitchlamp.core.fault.ReadDifference;
import hitchlamp.core.fault.Recency;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.quantity.UnitSystem;
import hitchlamp.core.signoff.Obligation;
import hitchlamp.core.signoff.OpenItem;
import hitchlamp.core.signoff.Repair;
import hitchlamp.core.signoff.Tested;
import hitchlamp.core.signoff.Traced;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import hitchlamp.server.config.PlainText;
import hitchlamp.server.fault.Faults;
import hitchlamp.server.job.JobRow;
import hitchlamp.server.job.Logbook;
import hitchlamp.server.job.UnitRow;
import hitchlamp.server.trial.TrialView;
import hitchlamp.server.trial.Trials;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongFunction;
import java.util.stream.Collectors;
import org.springframework.web.util.HtmlUtils;

/** The report of a job as a page for print. */
final class ReportPage {
  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("d MMMM uuuu", Locale.ENGLISH).withZone(ZoneOffset.UTC);
  private static final DateTimeFormatter MOMENT =
      DateTimeFormatter.ofPattern("uuuu-MM-dd HH:mm").withZone(ZoneOffset.UTC);
  private static final int MOST_SHORT = 6;
  private static final String STYLE =
      """
      @page { size: A4; margin: 18mm 18mm 20mm 18mm;
        @bottom-right { content: counter(page) ' / ' counter(pages); font: 9pt 'Barlow', 'Wider', 'Widest'; } }
      body { font: 10.5pt/1.4 'Barlow', 'Wider', 'Widest'; color: #1d2226; }
      h1 { font: 600 19pt 'Barlow', 'Wider', 'Widest'; margin: 0 0 2mm 0; }
      h3 { font: 600 10.5pt 'Barlow', 'Wider', 'Widest'; margin: 4mm 0 1mm 0; }
      h2 { font: 600 12.5pt 'Barlow', 'Wider', 'Widest'; margin: 6mm 0 1.5mm 0; border-bottom: 1px solid #a89f8b; }
      table { width: 100%; border-collapse: collapse; -fs-table-paginate: paginate; }
      th { font: 600 9.5pt 'Barlow', 'Wider', 'Widest'; text-align: left; border-bottom: 1px solid #a89f8b; }
      td, th { padding: 1mm 2mm 1mm 0; vertical-align: top; }
      td { border-bottom: 1px solid #e4dfd3; }
      .head td { border: 0; padding: 0.4mm 3mm 0.4mm 0; }
      .quiet { color: #454d52; }
      .b { font: 600 10.5pt 'Barlow', 'Wider', 'Widest'; }
      .sign td { border: 0; padding-top: 12mm; }
      .log td { white-space: nowrap; }
      .log td.text { white-space: normal; width: 100mm; }
      """;

  /** One page holds more so. */
  private static final String CLOSE =
      """
      @page { margin: 14mm 18mm 16mm 18mm; }
      body { font-size: 9.5pt; line-height: 1.3; }
      .b { font-size: 9.5pt; }
      h2 { font-size: 11.5pt; margin: 4mm 0 1mm 0; }
      td, th { padding: 0.6mm 2mm 0.6mm 0; }
      p { margin: 1mm 0; }
      .sign td { padding-top: 8mm; }
      """;

  private final JobRow job;
  private final UnitRow unit;
  private final SignOffs.State state;
  private final Optional<Faults.Standing> standing;
  private final List<Logbook.Entry> log;
  private final Instant now;
  private final String by;
  private final UnitSystem units;
  private final LongFunction<Optional<TrialView>> kept;
  private final StringBuilder html = new StringBuilder();

  ReportPage(
      JobRow job,
      UnitRow unit,
      SignOffs.State state,
      Optional<Faults.Standing> standing,
      List<Logbook.Entry> log,
      Instant now,
      String by,
      UnitSystem units,
      LongFunction<Optional<TrialView>> kept) {
    this.kept = kept;
    this.job = job;
    this.unit = unit;
    this.state = state;
    this.standing = standing;
    this.log = log;
    this.now = now;
    this.by = by;
    this.units = units;
  }

  byte[] pdf(boolean full) {
    html.append("<html lang=\"en\"><head><title>")
        .append(esc(SignoffWords.say("job-number", job.number())))
        .append("</title><style>")
        .append(STYLE)
        .append(full ? "" : CLOSE)
        .append("</style></head><body>");
    head(full);
    found(full);
    open(full);
    repairs();
    tests(full);
    traces(full);
    changes(full);
    if (full) {
      faults();
      logbook();
    } else {
      done();
    }
    signatures();
    html.append("</body></html>");
    try (ByteArrayOutputStream out = new ByteArrayOutputStream()) {
      new PdfRendererBuilder()
          .useFont(() -> font("Barlow_400Regular"), "Barlow", 400, fontStyle(), true)
          .useFont(() -> font("Barlow_600SemiBold"), "Barlow", 600, fontStyle(), true)
          // What those do not have: Cyrillic, Greek and arrows, then Chinese, Japanese and Korean.
          .useFont(() -> font("DejaVuSans"), "Wider", 400, fontStyle(), true)
          .useFont(() -> font("DroidSansFallbackFull"), "Widest", 400, fontStyle(), true)
          .withHtmlContent(html.toString(), null)
          .toStream(out)
          .run();
      return out.toByteArray();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle fontStyle() {
    return com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle.NORMAL;
  }

  private static java.io.InputStream font(String name) {
    return ReportPage.class.getResourceAsStream("/fonts/" + name + ".ttf");
  }

  /** Text as HTML; figures in it are written in the reader's units. */
  private String esc(String text) {
    return HtmlUtils.htmlEscapeDecimal(PlainText.printable(new Said(text).in(units)));
  }

  private String read(Figure f) {
    return f.in(units);
  }

  private void head(boolean full) {
    html.append("<h1>")
        .append(esc(unit.fleetNumber()))
        .append(", ")
        .append(esc(SignoffWords.say("job-number", job.number())))
        .append("</h1><table class=\"head\">");
    row(SignoffWords.say("complaint"), job.complaint());
    row(
        SignoffWords.say("unit"),
        (unit.maker() + " " + unit.model()).trim()
            + (unit.vin().isEmpty() ? "" : ", " + unit.vin()));
    if (job.hours() != null) {
      row(SignoffWords.say("engine-hours"), read(new Figure(job.hours(), Unit.HOUR, 1)));
    }
    if (job.kilometres() != null) {
      row(SignoffWords.say("distance"), read(Figure.whole(job.kilometres(), Unit.KILOMETRE)));
    }
    row(
        SignoffWords.say("opened"),
        SignoffWords.say(
            "day-by", DAY.format(job.openedAt().toInstant(ZoneOffset.UTC)), job.openedBy()));
    row(
        full ? SignoffWords.say("full-report") : SignoffWords.say("report"),
        SignoffWords.say("day-by", DAY.format(now), by));
    html.append("</table>");
  }

  private void row(String name, String value) {
    html.append("<tr><td class=\"quiet\" style=\"width:32mm\">")
        .append(esc(name))
        .append("</td><td>")
        .append(esc(value))
        .append("</td></tr>");
  }

  private void found(boolean full) {
    heading("what-is-wrong-by-the-last-read");
    List<Lead> leads = standing.map(Faults.Standing::leads).orElse(List.of());
    List<Lead> shown =
        leads.stream()
            .filter(l -> full || l.bearing() == Recency.TODAY)
            .limit(full ? Long.MAX_VALUE : MOST_SHORT)
            .toList();
    if (shown.isEmpty()) {
      paragraph(
          SignoffWords.say(
              standing.isEmpty()
                  ? "the-faults-have-not-been-read"
                  : "nothing-that-belongs-to-today"));
      return;
    }
    html.append("<table>");
    for (Lead l : shown) {
      html.append("<tr><td><span class=\"b\">")
          .append(esc(l.title()))
          .append("</span><br/><span class=\"quiet\">")
          .append(esc(String.join("; ", l.reasons())))
          .append("</span></td><td style=\"width:26mm\">")
          .append(word(l))
          .append("</td></tr>");
    }
    html.append("</table>");
  }

  private static String word(Lead l) {
    if (l.bearing() == Recency.OLD) {
      return SignoffWords.say("old");
    }
    return switch (l.mark()) {
      case NOW -> SignoffWords.say("there-now");
      case EARLIER -> SignoffWords.say("earlier");
      case SILENT -> SignoffWords.say("silent");
      case DISAGREES -> SignoffWords.say("disagrees");
    };
  }

  private void open(boolean full) {
    heading("still-open");
    if (state.open().isEmpty()) {
      paragraph(SignoffWords.say("nothing"));
      return;
    }
    html.append("<table>");
    int most = full ? Integer.MAX_VALUE : MOST_SHORT;
    for (OpenItem o : state.open().subList(0, Math.min(most, state.open().size()))) {
      html.append("<tr><td>")
          .append(esc(o.says().text()))
          .append("</td><td class=\"quiet\">")
          .append(esc(o.next()))
          .append("</td></tr>");
    }
    html.append("</table>");
    if (state.open().size() > most) {
      paragraph(SignoffWords.say("and-more", state.open().size() - most));
    }
  }

  /** What was repaired, with what it leaves to be done and how that stands. */
  private void repairs() {
    if (state.repairs().isEmpty()) {
      return;
    }
    heading("repairs");
    html.append("<table>");
    for (Repair r : state.repairs()) {
      html.append("<tr><td><span class=\"b\">")
          .append(esc(r.title()))
          .append("</span><br/><span class=\"quiet\">")
          .append(esc(r.note()))
          .append("</span>");
      for (Obligation o : state.owed()) {
        if (o.repair() == r.id()) {
          html.append("<br/>").append(esc(o.title() + ": " + RepairWords.of(o)));
        }
      }
      html.append("</td><td style=\"width:34mm\">")
          .append(MOMENT.format(r.at()))
          .append("</td><td style=\"width:26mm\">")
          .append(esc(r.who()))
          .append("</td></tr>");
    }
    html.append("</table>");
  }

  /** The newest of each test, or all of them, then with their figures. */
  private void tests(boolean full) {
    if (state.tests().isEmpty()) {
      return;
    }
    heading("tests");
    html.append("<table>");
    for (Tested t : full ? state.tests() : Tested.newest(state.tests())) {
      html.append("<tr><td><span class=\"b\">")
          .append(esc(t.title()))
          .append("</span><br/><span class=\"quiet\">")
          .append(esc(t.says()))
          .append(full ? "" : failedBefore(t))
          .append("</span></td><td style=\"width:34mm\">")
          .append(MOMENT.format(t.at()))
          .append("</td><td style=\"width:26mm\">")
          .append(esc(Trials.word(t.verdict()).toLowerCase(Locale.ROOT)))
          .append("</td></tr>");
    }
    html.append("</table>");
    if (full) {
      html.append(new ReportTests(kept, this::esc).html(state.tests()));
    }
  }

  /** Who pays wants to read what was wrong, not only that it is right now. */
  private String failedBefore(Tested now) {
    return now.failedBefore(state.tests())
        .map(t -> "<br/>" + esc(SignoffWords.say("failed-before", sentence(t.says()))))
        .orElse("");
  }

  /** The first sentence, which says what it came to. */
  private static String sentence(String says) {
    int end = says.indexOf(". ");
    return end < 0 ? says : says.substring(0, end + 1);
  }

  /** Guides that came to something, or all; what was assumed on the way is marked. */
  private void traces(boolean full) {
    List<Traced> shown =
        state.traces().stream().filter(t -> full || t.finding().isPresent()).toList();
    if (shown.isEmpty()) {
      return;
    }
    heading("traced");
    html.append("<table>");
    for (Traced t : shown) {
      html.append("<tr><td><span class=\"b\">")
          .append(esc(t.title()))
          .append("</span><br/><span class=\"quiet\">")
          .append(esc(t.says()));
      for (String a : t.assumed()) {
        html.append("<br/>").append(esc(SignoffWords.say("assumed", a)));
      }
      html.append("</span></td><td style=\"width:34mm\">")
          .append(MOMENT.format(t.at()))
          .append("</td><td style=\"width:26mm\">")
          .append(esc(t.word()))
          .append("</td></tr>");
    }
    html.append("</table>");
  }

  private void changes(boolean full) {
    heading("before-and-after");
    if (state.reads() < 2) {
      paragraph(SignoffWords.say("one-read-only"));
      return;
    }
    if (!full && !state.changes().isEmpty() && state.changes().size() <= MOST_SHORT) {
      for (ReadDifference.Line l : state.changes()) {
        paragraph(
            SignoffWords.say(
                "what-became-of",
                l.fault().fault().component() + ", " + l.fault().fault().mode(),
                String.valueOf(l.fault().spn()),
                String.valueOf(l.fault().fmi()),
                l.change().says()));
      }
      return;
    }
    List<String> counts = new ArrayList<>();
    for (ReadDifference.Change c : ReadDifference.Change.values()) {
      long n = state.changes().stream().filter(l -> l.change() == c).count();
      if (n > 0) {
        counts.add(n + " " + c.says());
      }
    }
    paragraph(
        SignoffWords.say(
            "from-the-first-to-the-last-read",
            state.reads(),
            counts.isEmpty() ? SignoffWords.say("no-fault-in-either") : String.join(", ", counts)));
    if (!full) {
      return;
    }
    columns(
        "column-fault", "column-module", "column-spn", "column-fmi", "column-what-became-of-it");
    for (ReadDifference.Line l : state.changes()) {
      cells(
          l.fault().fault().component() + ", " + l.fault().fault().mode(),
          l.fault().moduleTitle(),
          String.valueOf(l.fault().spn()),
          String.valueOf(l.fault().fmi()),
          l.change().says());
    }
    html.append("</tbody></table>");
  }

  private void heading(String name) {
    html.append("<h2>").append(SignoffWords.say(name)).append("</h2>");
  }

  /** A table whose columns are named; ended by the caller. */
  private void columns(String... names) {
    html.append("<table><thead><tr>");
    for (String n : names) {
      html.append("<th>").append(SignoffWords.say(n)).append("</th>");
    }
    html.append("</tr></thead><tbody>");
  }

  private void paragraph(String words) {
    html.append("<p>").append(esc(words)).append("</p>");
  }

  private void cells(String... cells) {
    html.append("<tr>");
    for (String c : cells) {
      html.append("<td>").append(esc(c)).append("</td>");
    }
    html.append("</tr>");
  }

  private void faults() {
    heading("all-faults-of-the-last-read");
    List<KnownFault> all = standing.map(s -> s.reading().faults()).orElse(List.of());
    if (all.isEmpty()) {
      paragraph(SignoffWords.say("none"));
      return;
    }
    columns(
        "column-fault",
        "column-module",
        "column-spn",
        "column-fmi",
        "column-times",
        "column-first-h",
        "column-last-h",
        "column-state");
    for (KnownFault f : all) {
      cells(
          f.fault().component() + ", " + f.fault().mode(),
          f.moduleTitle(),
          String.valueOf(f.spn()),
          String.valueOf(f.fmi()),
          f.fault().count().isPresent()
              ? f.fault().count().getAsInt()
                  + (f.fault().atCeiling() ? SignoffWords.say("or-more") : "")
              : SignoffWords.say("not-counted"),
          hour(f.firstHour()),
          hour(f.lastHour()),
          SignoffWords.say(f.active() ? "now" : "earlier"));
    }
    html.append("</tbody></table>");
    standing.ifPresent(
        s ->
            html.append("<p class=\"quiet\">")
                .append(
                    esc(
                        SignoffWords.say(
                            "read-with-pack",
                            s.pack().id(),
                            s.pack().version(),
                            s.pack().hash().substring(0, 12))))
                .append("</p>"));
  }

  private static String hour(java.util.OptionalDouble h) {
    return h.isPresent()
        ? String.format(Locale.ENGLISH, "%,.1f", h.getAsDouble())
        : SignoffWords.say("unknown");
  }

  /** What people wrote down, for the short report; repairs stand above. */
  private void done() {
    Set<String> repaired =
        state.repairs().stream()
            .map(r -> Repairs.logged(r.title(), r.note()))
            .collect(Collectors.toSet());
    List<Logbook.Entry> notes =
        new ArrayList<>(
            log.stream()
                .filter(e -> e.kind().equals("NOTE") && !repaired.contains(e.text()))
                .limit(MOST_SHORT)
                .toList());
    if (notes.isEmpty()) {
      return;
    }
    Collections.reverse(notes);
    heading("noted");
    html.append("<table class=\"log\">");
    for (Logbook.Entry e : notes) {
      String text = e.text().length() > 300 ? e.text().substring(0, 300) + " …" : e.text();
      logged(MOMENT.format(e.at()), null, text, e.who());
    }
    html.append("</table>");
  }

  private void logbook() {
    heading("logbook");
    html.append("<table class=\"log\">");
    List<Logbook.Entry> inOrder = new ArrayList<>(log);
    Collections.reverse(inOrder);
    for (Logbook.Entry e : inOrder) {
      logged(
          MOMENT.format(e.at()),
          e.hours() == null ? "" : read(new Figure(e.hours(), Unit.HOUR, 1)),
          e.text(),
          e.who());
    }
    html.append("</table>");
  }

  /**
   * A line of the logbook.
   *
   * @param hours null where the table has no such column
   */
  private void logged(String at, String hours, String text, String who) {
    html.append("<tr><td>")
        .append(esc(at))
        .append("</td>")
        .append(hours == null ? "" : "<td>" + esc(hours) + "</td>")
        .append("<td class=\"text\">")
        .append(esc(text))
        .append("</td><td>")
        .append(esc(who == null ? "" : who))
        .append("</td></tr>");
  }

  private void signatures() {
    html.append(
        "<table class=\"sign\"><tr><td>"
            + SignoffWords.say("sign-technician")
            + " ______________________</td><td>"
            + SignoffWords.say("sign-customer")
            + " ______________________</td></tr></table>");
  }
}
