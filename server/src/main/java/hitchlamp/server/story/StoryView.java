package hitchlamp.server.story;

import hitchlamp.core.pack.StoryKind;
import hitchlamp.core.pack.UseFigure;
import hitchlamp.core.story.DutyMap;
import hitchlamp.core.story.FailureCounter;
import hitchlamp.core.story.Finding;
import hitchlamp.core.story.Growth;
import hitchlamp.core.story.ModuleStory;
import hitchlamp.core.story.ProtectionRecord;
import hitchlamp.core.story.RegenerationEntry;
import hitchlamp.core.story.SpeedBands;
import hitchlamp.core.story.StoryReading;
import hitchlamp.core.story.TrailEntry;
import hitchlamp.core.words.Said;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/**
 * What the unit remembers, as the browser gets it.
 *
 * @param readId 0 while it is under way and not stored
 * @param hours the engine's clock at the read; null where nobody told it
 * @param findings those to read first come first
 * @param engines trip and life of each engine
 * @param resets true where the pack knows how to reset the trip
 */
public record StoryView(
    @NotNull long readId,
    @NotNull StoryReading.State state,
    @NotNull Instant readAt,
    @NotNull String why,
    Double hours,
    @NotNull String pack,
    @NotNull List<FindingLine> findings,
    @NotNull List<ProtectionLine> protection,
    @NotNull List<EngineStory> engines,
    @NotNull List<TrailLine> trail,
    @NotNull List<CounterLine> counters,
    @NotNull List<StoryModule> modules,
    @NotNull boolean resets) {
  /** What the story says, why, and what to do. */
  public record FindingLine(
      @NotNull Finding.Kind kind,
      @NotNull Said title,
      @NotNull List<Said> reasons,
      @NotNull String next) {}

  static FindingLine finding(Finding f) {
    return new FindingLine(f.kind(), f.title(), f.reasons(), f.next());
  }

  /** A protection record; hours are the engine's. */
  public record ProtectionLine(
      @NotNull String module,
      @NotNull String name,
      @NotNull String unit,
      @NotNull boolean above,
      @NotNull int severity,
      @NotNull String severityText,
      @NotNull double limit,
      @NotNull double peak,
      @NotNull int count,
      @NotNull double seconds,
      @NotNull double firstHour,
      @NotNull double lastHour,
      @NotNull double peakHour) {}

  /**
   * A figure over the trip and over life, in one unit; null where it is not told.
   *
   * @param like the middle of the unit's like, over the trip; null where there are too few
   * @param likeUnits how many units of its like that comes from
   */
  public record FigureLine(
      @NotNull UseFigure figure,
      @NotNull String title,
      @NotNull String unit,
      Double trip,
      Double life,
      Double like,
      @NotNull int likeUnits) {}

  /**
   * Trip and life of an engine.
   *
   * @param name which of several; empty where the unit has one
   * @param hours its own clock
   */
  public record EngineStory(
      @NotNull String name,
      Double hours,
      @NotNull List<FigureLine> figures,
      DutyView lifeDuty,
      DutyView tripDuty,
      BandsView bands,
      @NotNull List<RegenerationLine> regenerations) {}

  /**
   * A regeneration of the particulate filter, the latest first; hour is the engine's.
   *
   * @param clean true where it came to its end
   * @param end how it ended, in words
   * @param sinceHours since the last one that came to its end; null where none is known
   * @param sinceKilometres null where the unit counts none
   */
  public record RegenerationLine(
      @NotNull boolean clean,
      @NotNull String end,
      @NotNull boolean parked,
      @NotNull int minutes,
      @NotNull int sootPercent,
      @NotNull double hour,
      Double sinceHours,
      Double sinceKilometres,
      @NotNull int idlePercent,
      @NotNull int starts) {}

  private static List<RegenerationLine> regenerations(ModuleStory m) {
    List<RegenerationLine> lines = new ArrayList<>();
    List<RegenerationEntry> all = m.regenerations();
    for (int i = 0; i < all.size(); i++) {
      RegenerationEntry r = all.get(i);
      Optional<RegenerationEntry> before =
          all.subList(i + 1, all.size()).stream().filter(RegenerationEntry::clean).findFirst();
      lines.add(
          new RegenerationLine(
              r.clean(),
              r.title(),
              r.parked(),
              r.minutes(),
              r.sootPercent(),
              r.hour(),
              before.map(b -> r.hour() - b.hour()).orElse(null),
              before.map(b -> r.kilometre() - b.kilometre()).filter(k -> k > 0).orElse(null),
              r.idlePercent(),
              r.starts()));
    }
    return lines;
  }

  static EngineStory engine(String name, ModuleStory m, List<FigureLine> figures) {
    return new EngineStory(
        name,
        m.hours().isPresent() ? m.hours().getAsDouble() : null,
        figures,
        m.lifeDuty().map(StoryView::duty).orElse(null),
        m.tripDuty().map(StoryView::duty).orElse(null),
        m.bands().map(StoryView::bands).orElse(null),
        regenerations(m));
  }

  /** Seconds by band of speed, then of load. */
  public record DutyView(
      @NotNull List<Double> rpm, @NotNull List<Double> load, @NotNull List<List<Double>> seconds) {}

  public record BandsView(@NotNull List<Double> kmh, @NotNull List<Double> hours) {}

  /** What a tool did; {@code deed} is null where the pack does not know the code. */
  public record TrailLine(
      @NotNull String module,
      StoryKind.ToolEvent deed,
      @NotNull String title,
      @NotNull double hour,
      @NotNull String tool) {}

  /** A counter; {@code before} is null where no earlier visit told it. */
  public record CounterLine(
      @NotNull String module,
      @NotNull int spn,
      @NotNull String name,
      @NotNull int count,
      Integer before,
      @NotNull int grew,
      @NotNull String note) {}

  /** What one module told, and what of it made no sense. */
  public record StoryModule(
      @NotNull String key,
      @NotNull String title,
      @NotNull boolean tells,
      @NotNull boolean ended,
      Double hours,
      @NotNull List<String> oddities) {}

  static List<ProtectionLine> protection(StoryReading r) {
    return r.modules().stream()
        .flatMap(m -> m.protection().stream().map(p -> protection(m, p)))
        .toList();
  }

  private static ProtectionLine protection(ModuleStory m, ProtectionRecord p) {
    return new ProtectionLine(
        m.target().title(),
        p.name(),
        p.unit().symbol(),
        p.above(),
        p.severity(),
        p.severityText(),
        p.limit(),
        p.peak(),
        p.count(),
        p.seconds(),
        p.firstHour(),
        p.lastHour(),
        p.peakHour());
  }

  static DutyView duty(DutyMap d) {
    return new DutyView(d.rpm(), d.load(), d.seconds());
  }

  static BandsView bands(SpeedBands b) {
    return new BandsView(b.kmh(), b.hours());
  }

  static List<TrailLine> trail(StoryReading r) {
    return r.modules().stream().flatMap(m -> m.trail().stream().map(t -> trail(m, t))).toList();
  }

  private static TrailLine trail(ModuleStory m, TrailEntry t) {
    return new TrailLine(m.target().title(), t.deed().orElse(null), t.title(), t.hour(), t.tool());
  }

  static CounterLine counter(ModuleStory m, FailureCounter c, List<Growth> grown, boolean known) {
    Growth g = grown.stream().filter(x -> x.spn() == c.spn()).findFirst().orElse(null);
    return new CounterLine(
        m.target().title(),
        c.spn(),
        c.name(),
        c.count(),
        !known ? null : g == null ? c.count() : (Integer) g.was(),
        g == null ? 0 : g.grew(),
        g == null ? "" : g.note());
  }

  static StoryModule module(ModuleStory m) {
    OptionalDouble hours = m.hours();
    return new StoryModule(
        m.target().key(),
        m.target().title(),
        m.tells(),
        m.ended(),
        hours.isPresent() ? hours.getAsDouble() : null,
        m.oddities());
  }
}
