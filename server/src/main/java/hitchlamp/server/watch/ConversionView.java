package hitchlamp.server.watch;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.words.Said;
import jakarta.validation.constraints.NotNull;
import java.util.List;

/**
 * What the conversion of a recorded drive comes to.
 *
 * @param says the reason
 * @param next what to do now
 * @param parts what fails, or may, each with its own next step
 * @param figures whole, and of each steady stretch by its place
 */
record ConversionView(
    @NotNull Verdict verdict,
    @NotNull Said says,
    @NotNull Said next,
    @NotNull List<Part> parts,
    @NotNull List<LoadedView.Figure> figures) {
  /** What one part comes to. */
  record Part(
      @NotNull String title, @NotNull Verdict verdict, @NotNull Said says, @NotNull Said next) {}

  static ConversionView of(Judgement j) {
    return new ConversionView(
        j.verdict(),
        j.says(),
        j.next(),
        j.parts().stream().map(p -> new Part(p.title(), p.verdict(), p.says(), p.next())).toList(),
        j.measured().stream().filter(Measured::known).map(LoadedView::figure).toList());
  }
}
