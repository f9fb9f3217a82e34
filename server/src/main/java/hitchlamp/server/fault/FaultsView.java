package hitchlamp.server.fault;

import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.FaultState;
import hitchlamp.core.fault.Further;
import hitchlamp.core.fault.KnownFault;
import hitchlamp.core.fault.Lead;
import hitchlamp.core.fault.Leads;
import hitchlamp.core.fault.ModuleFaults;
import hitchlamp.core.fault.MonitorStanding;
import hitchlamp.core.fault.Recency;
import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Lamps;
import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.ModuleKind;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.trace.GuideText;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.TreeMap;

/**
 * A read of the faults as the browser gets it: where to start, all faults, what each module told.
 *
 * @param readId 0 while it is under way and not stored
 * @param hours the engine's clock at the read; null where nobody told it
 * @param standing what the monitors prove, taken together
 * @param inducement how the unit makes somebody have its exhaust treatment mended; null where it
 *     does not
 */
public record FaultsView(
    @NotNull long readId,
    @NotNull FaultReading.State state,
    @NotNull Instant readAt,
    @NotNull String why,
    Double hours,
    @NotNull String pack,
    @NotNull List<LeadView> leads,
    @NotNull List<FaultLine> faults,
    @NotNull List<ModuleLine> modules,
    @NotNull MonitorStanding standing,
    InducementView inducement,
    @NotNull List<HourEvent> events,
    @NotNull int moves) {
  /**
   * A lead with what the pack knows of its component. Hours are the engine's; null where no time is
   * told.
   */
  public record LeadView(
      @NotNull String id,
      @NotNull String title,
      @NotNull Recency bearing,
      @NotNull Lead.Mark mark,
      @NotNull List<String> reasons,
      @NotNull List<String> signs,
      @NotNull List<String> knockOns,
      @NotNull int times,
      Double firstHour,
      Double lastHour,
      Double hoursAgo,
      @NotNull boolean firstOfEpisode,
      @NotNull String moved,
      @NotNull String what,
      @NotNull String normal,
      @NotNull String effects,
      @NotNull List<String> causes,
      @NotNull List<String> next,
      @NotNull List<GuideLine> guides,
      @NotNull List<RivalLine> rivals,
      @NotNull boolean circuit) {}

  /** What a lead cannot be told from, and what tells them apart. */
  public record RivalLine(@NotNull String id, @NotNull String title, @NotNull String by) {}

  /** A guide for a lead's component. */
  public record GuideLine(@NotNull String id, @NotNull String title) {}

  /**
   * One fault. Hours are the engine's; null where no time is told.
   *
   * @param unconfirmed true where its module tells that it fails at this moment, and has not
   *     confirmed it yet
   * @param lights the lamps that it commands; null where its module does not tell them by fault
   */
  public record FaultLine(
      @NotNull String key,
      @NotNull String module,
      @NotNull String moduleTitle,
      @NotNull int spn,
      @NotNull int fmi,
      @NotNull String component,
      @NotNull String mode,
      @NotNull String severity,
      Integer count,
      @NotNull boolean atCeiling,
      @NotNull boolean active,
      @NotNull boolean failsNow,
      @NotNull boolean unconfirmed,
      Lamps lights,
      @NotNull boolean emission,
      @NotNull List<FaultState> states,
      @NotNull ConversionVersion conversion,
      @NotNull Recency bearing,
      Double firstHour,
      Double lastHour,
      @NotNull int snapshots) {}

  /** What one module told. */
  public record ModuleLine(
      @NotNull String key,
      @NotNull String title,
      @NotNull boolean read,
      @NotNull boolean services,
      @NotNull int faults,
      Lamps lamps,
      Double hours,
      Integer warmUpsSinceClear,
      Integer minutesSinceClear,
      @NotNull MonitorView monitors,
      @NotNull Map<String, String> lists,
      @NotNull List<String> oddities) {}

  /** Something on the hour line that is no fault. */
  public record HourEvent(@NotNull double hours, @NotNull String kind, @NotNull String text) {}

  /** Everything but the fault lists, so that the parts can be put together. */
  record Head(
      long readId, Instant readAt, String why, Pack pack, List<HourEvent> events, int moves) {}

  static FaultsView of(FaultReading r, List<KnownFault> faults, List<Lead> leads, Head head) {
    double now = r.engineHours().orElse(Double.NaN);
    return new FaultsView(
        head.readId(),
        r.state(),
        head.readAt(),
        head.why(),
        or(r.engineHours()),
        head.pack().title(),
        leads.stream().map(l -> lead(l, now, head.pack())).toList(),
        faults.stream().map(f -> fault(f, further(r, f), now)).toList(),
        r.modules().stream().map(m -> module(m, head.pack())).toList(),
        MonitorStanding.of(r, head.pack()),
        InducementView.of(r, head.pack()),
        head.events(),
        head.moves());
  }

  private static Double or(OptionalDouble value) {
    return value.isPresent() ? value.getAsDouble() : null;
  }

  private static LeadView lead(Lead l, double now, Pack pack) {
    Component c = pack.components().get(l.id());
    boolean timed = l.lastHour().isPresent() && !Double.isNaN(now);
    return new LeadView(
        l.id(),
        l.title(),
        l.bearing(),
        l.mark(),
        l.reasons(),
        l.signs().stream().map(KnownFault::key).toList(),
        l.knockOns().stream().map(KnownFault::key).toList(),
        l.times(),
        or(l.firstHour()),
        or(l.lastHour()),
        timed ? Math.max(0, now - l.lastHour().getAsDouble()) : null,
        l.firstOfEpisode(),
        l.moved(),
        c == null ? "" : c.what(),
        c == null ? "" : c.normal(),
        c == null ? "" : c.effects(),
        c == null ? List.of() : c.causes(),
        c == null ? checks(l, pack) : c.next(),
        c == null
            ? List.of()
            : pack.guidesFor(c).stream()
                .map(g -> new GuideLine(g.id(), GuideText.fill(g.title(), pack, c)))
                .toList(),
        l.rivals().stream().map(r -> new RivalLine(r.id(), r.title(), r.by())).toList(),
        c != null && pack.wiring().knows(c.base()));
  }

  /** What to look at where a module is silent of which the pack says no more. */
  private static List<String> checks(Lead l, Pack pack) {
    ModuleKind silent =
        l.id().startsWith(Leads.MODULE)
            ? pack.modules().get(l.id().substring(Leads.MODULE.length()))
            : null;
    return silent == null ? List.of() : silent.checks();
  }

  private static Further further(FaultReading r, KnownFault f) {
    return r.modules().stream()
        .filter(m -> m.target().key().equals(f.fault().module()))
        .findFirst()
        .map(ModuleFaults::further)
        .orElse(Further.NONE);
  }

  private static FaultLine fault(KnownFault f, Further further, double now) {
    return new FaultLine(
        f.key(),
        f.fault().module(),
        f.moduleTitle(),
        f.spn(),
        f.fmi(),
        f.fault().component(),
        f.fault().mode(),
        f.fault().severity(),
        f.fault().count().isPresent() ? f.fault().count().getAsInt() : null,
        f.fault().atCeiling(),
        f.active(),
        f.failsNow(),
        further.fails(f.spn(), f.fmi()) && !f.states().contains(FaultState.ACTIVE),
        further.lampsOf(f.spn(), f.fmi()).orElse(null),
        f.emission(),
        new ArrayList<>(new java.util.TreeSet<>(f.states())),
        f.fault().version(),
        Recency.of(f, now),
        or(f.firstHour()),
        or(f.lastHour()),
        f.snapshots().size());
  }

  private static ModuleLine module(ModuleFaults m, Pack pack) {
    Map<String, String> lists = new TreeMap<>();
    m.lists().forEach((list, told) -> lists.put(list.title(), told));
    return new ModuleLine(
        m.target().key(),
        m.target().title(),
        m.read(),
        m.target().services(),
        m.faults().size(),
        m.lamps().orElse(null),
        or(m.hours()),
        m.sinceClear().isPresent() ? m.sinceClear().getAsInt() : null,
        m.minutesSinceClear().isPresent() ? m.minutesSinceClear().getAsInt() : null,
        MonitorView.of(m, pack),
        lists,
        m.oddities());
  }
}
