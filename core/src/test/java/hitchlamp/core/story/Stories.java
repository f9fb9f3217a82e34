package hitchlamp.core.story;

import hitchlamp.core.fault.Fault;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.FaultState;
import hitchlamp.core.fault.KnownFault;
import hitchlamp.core.fault.Reads;
import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Dtc;
import hitchlamp.core.j1939.Readiness;
import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.pack.StoryKind;
import hitchlamp.core.pack.UseFigure;
import hitchlamp.core.quantity.Unit;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.Set;

/** A story put together by hand: an engine of 1,000 h that tells what a test wants. */
final class Stories {
  static final Pack TRUCK = PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");
  static final double NOW = 1_000;
  static final ModuleRef ENGINE =
      new ModuleRef("e", "Engine", "engine", 0, ConversionVersion.V4, true);

  final Map<UseFigure, Use.Amount> life = new EnumMap<>(UseFigure.class);
  final Map<UseFigure, Use.Amount> trip = new EnumMap<>(UseFigure.class);
  final Map<UseFigure, Use.Amount> plain = new EnumMap<>(UseFigure.class);
  final List<ProtectionRecord> protection = new ArrayList<>();
  final List<TrailEntry> trail = new ArrayList<>();
  final List<RegenerationEntry> regenerations = new ArrayList<>();
  final List<FailureCounter> counters = new ArrayList<>();
  final List<KnownFault> faults = new ArrayList<>();
  Optional<DutyMap> duty = Optional.empty();
  OptionalInt warmUps = OptionalInt.empty();
  OptionalInt minutes = OptionalInt.empty();
  Optional<Readiness> readiness = Optional.empty();
  double moduleHours = NOW;
  double engineHours = NOW;

  Stories life(UseFigure figure, double value, Unit unit) {
    life.put(figure, new Use.Amount(value, unit));
    return this;
  }

  Stories trip(UseFigure figure, double value, Unit unit) {
    trip.put(figure, new Use.Amount(value, unit));
    return this;
  }

  /** Coolant as hot as this, at an hour; the pack knows that 108 °C and more sets SPN 110. */
  Stories hot(double celsius, double hour) {
    protection.add(
        new ProtectionRecord(
            "Coolant temperature",
            Unit.CELSIUS,
            true,
            2,
            104,
            celsius,
            3,
            720,
            hour - 5,
            hour,
            hour,
            OptionalDouble.of(107.5),
            List.of(new Component.FaultPattern(110, 16), new Component.FaultPattern(110, 0))));
    return this;
  }

  Stories clearNoted(double hour, String tool) {
    trail.add(new TrailEntry(1, Optional.of(StoryKind.ToolEvent.CLEAR), hour, tool));
    return this;
  }

  Stories fault(int spn, int fmi, int count, double firstHour, FaultState... states) {
    faults.add(
        new KnownFault(
            Fault.of(Dtc.encode(spn, fmi, count, ConversionVersion.V4), states[0], "e", 0, TRUCK),
            "engine",
            "Engine",
            Set.of(states),
            false,
            OptionalDouble.of(firstHour),
            OptionalDouble.of(NOW),
            List.of(),
            false));
    return this;
  }

  StoryReading read() {
    ModuleStory m =
        new ModuleStory(
            ENGINE,
            OptionalDouble.of(moduleHours),
            new Use(plain),
            new Use(life),
            new Use(trip),
            duty,
            Optional.empty(),
            Optional.empty(),
            protection,
            true,
            trail,
            true,
            regenerations,
            counters,
            warmUps,
            minutes,
            OptionalInt.empty(),
            readiness,
            List.of(),
            true);
    return new StoryReading(
        StoryReading.State.COMPLETE, 0, 1, OptionalDouble.of(engineHours), List.of(m));
  }

  FaultReading readFaults() {
    return Reads.of(ENGINE, true, OptionalDouble.of(NOW), faults);
  }

  List<Finding> findings(Double... ownClears) {
    return findings(Optional.empty(), ownClears);
  }

  List<Finding> findings(Optional<StoryReading> before, Double... ownClears) {
    return Findings.of(
        read(), new Background(Optional.of(readFaults()), List.of(ownClears), before), TRUCK);
  }
}
