package hitchlamp.server.hookup;

import hitchlamp.core.fault.Fault;
import hitchlamp.core.fault.FaultRead;
import hitchlamp.core.fault.FaultState;
import hitchlamp.core.hookup.Identity;
import hitchlamp.core.hookup.Item;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.hookup.RollEntry;
import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Lamps;
import hitchlamp.core.j1939.Name;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * The roll as the browser gets it and as it is stored.
 *
 * @param calledAt wall time at which it began
 * @param seconds bus seconds it has taken so far
 * @param pack pack it was made under
 * @param modules those that somebody should look at first, then the others
 * @param faults of all modules, in the core's plain order
 */
public record RollView(
    @NotNull boolean full,
    @NotNull Roll.State state,
    @NotNull Instant calledAt,
    @NotNull double seconds,
    @NotNull String pack,
    @NotNull List<ModuleView> modules,
    @NotNull List<FaultView> faults,
    @NotNull List<String> notes) {
  public RollView {
    // A roll stored before the list of all faults was part of it.
    faults = faults == null ? modules.stream().flatMap(m -> m.faults().stream()).toList() : faults;
  }

  /** One line of the roll. Absent figures are null. */
  public record ModuleView(
      @NotNull String key,
      @NotNull String title,
      String kind,
      @NotNull int address,
      NameView name,
      @NotNull RollEntry.Presence presence,
      @NotNull boolean expected,
      @NotNull boolean unexpected,
      @NotNull IdentityView identity,
      Lamps lamps,
      @NotNull List<FaultView> faults,
      @NotNull Map<Item, Item.Told> told,
      @NotNull List<String> oddities,
      @NotNull List<String> checks,
      Double firstAfterMs,
      Double doneAfterMs) {}

  /** The NAME in hex and in parts. */
  public record NameView(
      @NotNull String hex,
      @NotNull int function,
      @NotNull int functionInstance,
      @NotNull int ecuInstance,
      @NotNull int manufacturer,
      @NotNull int identity,
      @NotNull int industryGroup) {}

  /** Who it is. */
  public record IdentityView(
      @NotNull String maker,
      @NotNull String model,
      @NotNull String serial,
      @NotNull String unitNumber,
      @NotNull String partNumber,
      @NotNull String moduleSerial,
      @NotNull List<String> software,
      @NotNull List<CalibrationView> calibrations,
      @NotNull String vin,
      Double hours,
      Double kilometres) {}

  /** A calibration with its verification number in hex. */
  public record CalibrationView(@NotNull String id, @NotNull String verification) {}

  /**
   * A fault; the count is null where the module does not count.
   *
   * @param doubtful true where its module answers nonsense elsewhere
   */
  public record FaultView(
      @NotNull String module,
      @NotNull String moduleTitle,
      @NotNull int address,
      @NotNull int spn,
      @NotNull int fmi,
      Integer count,
      @NotNull boolean atCeiling,
      @NotNull boolean doubtful,
      @NotNull FaultState state,
      @NotNull ConversionVersion conversion,
      @NotNull String component,
      @NotNull String mode) {}

  static RollView of(Roll roll, Instant calledAt, long nowMicros, String pack) {
    long end = roll.endedMicros().orElse(nowMicros);
    Map<String, RollEntry> byKey = new HashMap<>();
    roll.entries().forEach(e -> byKey.put(e.key() + e.address(), e));
    return new RollView(
        roll.full(),
        roll.state(),
        calledAt,
        (end - roll.startedMicros()) / 1e6,
        pack,
        roll.inOrderOfNeed().stream()
            .map(e -> module(e, roll.startedMicros(), roll.unexpected(e)))
            .toList(),
        roll.faults().stream().map(f -> fault(f, byKey.get(f.module() + f.address()))).toList(),
        roll.notes());
  }

  /** The same with one note more. */
  RollView noting(String note) {
    List<String> more = new ArrayList<>(notes);
    more.add(note);
    return new RollView(full, state, calledAt, seconds, pack, modules, faults, more);
  }

  /** True where the modules told the same, whenever and however long it took to hear. */
  boolean tellsTheSame(RollView other) {
    return full == other.full && state == other.state && modules.equals(other.modules);
  }

  private static ModuleView module(RollEntry e, long started, boolean unexpected) {
    return new ModuleView(
        e.key(),
        e.title(),
        e.kind().orElse(null),
        e.address(),
        e.name().map(RollView::name).orElse(null),
        e.presence(),
        e.expected(),
        unexpected,
        identity(e.identity()),
        e.reads().stream()
            .filter(r -> r.state() == FaultState.ACTIVE)
            .findFirst()
            .map(FaultRead::lamps)
            .orElse(null),
        e.reads().stream().flatMap(r -> r.faults().stream()).map(f -> fault(f, e)).toList(),
        new TreeMap<>(e.told()),
        e.oddities(),
        e.checks(),
        e.firstMicros().isPresent() ? (e.firstMicros().getAsLong() - started) / 1e3 : null,
        e.doneMicros().isPresent() ? (e.doneMicros().getAsLong() - started) / 1e3 : null);
  }

  private static NameView name(Name n) {
    return new NameView(
        n.toString(),
        n.function(),
        n.functionInstance(),
        n.ecuInstance(),
        n.manufacturer(),
        n.identity(),
        n.industryGroup());
  }

  private static IdentityView identity(Identity i) {
    return new IdentityView(
        i.maker(),
        i.model(),
        i.serial(),
        i.unitNumber(),
        i.partNumber(),
        i.moduleSerial(),
        i.software(),
        i.calibrations().stream()
            .map(c -> new CalibrationView(c.id(), String.format("%08X", c.verification())))
            .toList(),
        i.vin(),
        i.hours().isPresent() ? i.hours().getAsDouble() : null,
        i.kilometres().isPresent() ? i.kilometres().getAsDouble() : null);
  }

  private static FaultView fault(Fault f, RollEntry e) {
    return new FaultView(
        f.module(),
        e.title(),
        f.address(),
        f.spn(),
        f.fmi(),
        f.count().isPresent() ? f.count().getAsInt() : null,
        f.atCeiling(),
        e.doubtful(),
        f.state(),
        f.version(),
        f.component(),
        f.mode());
  }
}
