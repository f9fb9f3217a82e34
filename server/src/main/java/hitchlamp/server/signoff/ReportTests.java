package hitchlamp.server.signoff;

import hitchlamp.core.judge.Verdict;
import hitchlamp.core.signoff.Tested;
import hitchlamp.server.trial.TrialView;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.LongFunction;
import java.util.function.UnaryOperator;

/**
 * Tests with their figures and a plot for the full report: of each test the first run that came to
 * a verdict and the last one, side by side. At most so many tests and figures that a report stays
 * readable and its memory bounded.
 */
final class ReportTests {
  private static final int MOST_TESTS = 12;
  private static final int MOST_FIGURES = 40;

  /** A trace of fewer points is no line. */
  private static final int FEWEST_POINTS = 5;

  private final LongFunction<Optional<TrialView>> kept;
  private final UnaryOperator<String> esc;
  private final StringBuilder html = new StringBuilder();

  /**
   * @param kept what was kept of a run; empty where it cannot be read any more
   * @param esc text as HTML
   */
  ReportTests(LongFunction<Optional<TrialView>> kept, UnaryOperator<String> esc) {
    this.kept = kept;
    this.esc = esc;
  }

  /** Of all tests of a job, newest first. */
  String html(List<Tested> tests) {
    Map<String, List<Tested>> of = new LinkedHashMap<>();
    tests.forEach(t -> of.computeIfAbsent(t.title(), x -> new ArrayList<>()).add(t));
    of.entrySet().stream().limit(MOST_TESTS).forEach(e -> one(e.getKey(), e.getValue()));
    return html.toString();
  }

  private void one(String title, List<Tested> newestFirst) {
    List<Tested> told =
        newestFirst.stream().filter(t -> t.verdict() != Verdict.CANNOT_TELL).toList();
    if (told.isEmpty()) {
      return;
    }
    Tested last = told.get(0);
    Tested first = told.get(told.size() - 1);
    List<ReportPlot.Run> runs = new ArrayList<>();
    if (first.id() != last.id()) {
      kept.apply(first.id())
          .ifPresent(v -> runs.add(new ReportPlot.Run(SignoffWords.say("run-before"), v)));
    }
    kept.apply(last.id())
        .ifPresent(
            v ->
                runs.add(
                    new ReportPlot.Run(
                        SignoffWords.say(runs.isEmpty() ? "run-only" : "run-after"), v)));
    if (runs.isEmpty() || runs.stream().allMatch(r -> r.view().judgement().measured().isEmpty())) {
      return;
    }
    html.append("<div style=\"page-break-inside: avoid\"><h3>")
        .append(esc.apply(title))
        .append("</h3>");
    plot(runs);
    html.append("</div>");
    table(runs);
  }

  private void plot(List<ReportPlot.Run> runs) {
    TrialView view = runs.get(runs.size() - 1).view();
    Optional<TrialView.TrialMeasured> many =
        view.judgement().measured().stream()
            .filter(m -> m.place() > 1 && m.value() != null && m.verdict() != null)
            .findFirst()
            .or(
                () ->
                    view.judgement().measured().stream()
                        .filter(m -> m.place() > 1 && m.value() != null)
                        .findFirst());
    if (many.isPresent()) {
      html.append(
          ReportPlot.bars(
              FigureTitles.of(many.get().name()) + ", " + many.get().unit(),
              many.get().name(),
              runs));
    } else if (runs.stream()
        .allMatch(
            r ->
                r.view().trace().points().size() >= FEWEST_POINTS
                    && !r.view().trace().names().isEmpty())) {
      html.append(ReportPlot.lines(runs));
    }
  }

  private void table(List<ReportPlot.Run> runs) {
    Set<String> rows = new LinkedHashSet<>();
    runs.forEach(
        r -> {
          List<TrialView.TrialMeasured> all = r.view().judgement().measured();
          boolean judged = all.stream().anyMatch(m -> m.place() > 0 && m.verdict() != null);
          // How a judged figure of each cylinder came about is for the page of the test.
          all.stream()
              .filter(m -> !judged || m.place() == 0 || m.verdict() != null)
              .forEach(m -> rows.add(row(m)));
        });
    html.append("<table><thead><tr><th>")
        .append(esc.apply(SignoffWords.say("column-figure")))
        .append("</th>");
    runs.forEach(r -> html.append("<th>").append(esc.apply(r.name())).append("</th>"));
    html.append("<th>")
        .append(esc.apply(SignoffWords.say("column-limits")))
        .append("</th></tr></thead><tbody>");
    rows.stream().limit(MOST_FIGURES).forEach(row -> line(row, runs));
    html.append("</tbody></table>");
    if (rows.size() > MOST_FIGURES) {
      html.append("<p class=\"quiet\">")
          .append(esc.apply(SignoffWords.say("figures-more", rows.size() - MOST_FIGURES)))
          .append("</p>");
    }
  }

  private static String row(TrialView.TrialMeasured m) {
    return m.name() + " " + m.place();
  }

  private void line(String row, List<ReportPlot.Run> runs) {
    Function<ReportPlot.Run, Optional<TrialView.TrialMeasured>> of =
        r -> r.view().judgement().measured().stream().filter(m -> row(m).equals(row)).findFirst();
    TrialView.TrialMeasured any =
        runs.stream().flatMap(r -> of.apply(r).stream()).findFirst().get();
    html.append("<tr><td>")
        .append(esc.apply(FigureTitles.of(any.name()) + (any.place() > 0 ? " " + any.place() : "")))
        .append("</td>");
    for (ReportPlot.Run r : runs) {
      html.append("<td>").append(esc.apply(of.apply(r).map(ReportTests::value).orElse("")));
      html.append("</td>");
    }
    html.append("<td class=\"quiet\">").append(esc.apply(limits(any))).append("</td></tr>");
  }

  private static String value(TrialView.TrialMeasured m) {
    if (m.value() == null) {
      return SignoffWords.say("not-known");
    }
    return number(m.value())
        + (m.plusMinus() == null ? "" : " ± " + number(m.plusMinus()))
        + unit(m)
        + (m.verdict() == Verdict.FAIL ? ", " + SignoffWords.say("out-of-limits") : "");
  }

  private static String limits(TrialView.TrialMeasured m) {
    if (m.low() != null && m.high() != null) {
      return SignoffWords.say("between", number(m.low()), number(m.high()) + unit(m));
    }
    return m.low() != null
        ? SignoffWords.say("at-least", number(m.low()) + unit(m))
        : m.high() != null ? SignoffWords.say("at-most", number(m.high()) + unit(m)) : "";
  }

  private static String unit(TrialView.TrialMeasured m) {
    return m.unit().equals("1") ? "" : " " + m.unit();
  }

  private static String number(double v) {
    return String.format(Locale.ENGLISH, Math.abs(v) < 10 ? "%,.2f" : "%,.1f", v);
  }
}
