package hitchlamp.core.story;

import hitchlamp.core.fault.ModuleCollector;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.j1939.Readiness;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.StoryKind;
import hitchlamp.core.pack.UseFigure;
import hitchlamp.core.quantity.Unit;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;

/** Collects what one module tells of what it remembers. */
final class StoryCollector extends ModuleCollector {
  private static final double LITRE_STEP = 0.5;
  private static final double KILOMETRE_STEP = 0.125;
  private static final double KILOMETRE_FINE_STEP = 0.005;
  private static final int SHORT_NOT_AVAILABLE = 0xFB00;
  private static final int PROTECTION_BYTES = 24;
  private static final int COUNTER_BYTES = 5;
  private static final int REGENERATION_BYTES = 14;

  private final StoryKind kind;
  private final Map<UseFigure, Use.Amount> plain = new EnumMap<>(UseFigure.class);
  private final List<ProtectionRecord> protection = new ArrayList<>();
  private final List<TrailEntry> trail = new ArrayList<>();
  private final List<RegenerationEntry> regenerations = new ArrayList<>();
  private final List<FailureCounter> counters = new ArrayList<>();
  private Use life = new Use(Map.of());
  private Use trip = new Use(Map.of());
  private Optional<DutyMap> lifeDuty = Optional.empty();
  private Optional<DutyMap> tripDuty = Optional.empty();
  private Optional<SpeedBands> bands = Optional.empty();
  private OptionalInt warmUps = OptionalInt.empty();
  private OptionalInt minutes = OptionalInt.empty();
  private OptionalInt kilometres = OptionalInt.empty();
  private Optional<Readiness> readiness = Optional.empty();
  private boolean protectionKnown;
  private boolean trailKnown;

  StoryCollector(ModuleRef target, Pack pack) {
    super(target, pack);
    this.kind = pack.story();
  }

  /** A group that was asked for. */
  void group(int pgn, Message m) {
    switch (pgn) {
      case Pgn.ENGINE_HOURS -> hours(m);
      case Pgn.VEHICLE_DISTANCE ->
          put(UseFigure.DISTANCE, counter(m, 4, KILOMETRE_STEP), Unit.KILOMETRE);
      case Pgn.VEHICLE_DISTANCE_FINE ->
          put(UseFigure.DISTANCE, counter(m, 0, KILOMETRE_FINE_STEP), Unit.KILOMETRE);
      case Pgn.FUEL_CONSUMPTION -> put(UseFigure.FUEL, counter(m, 4, LITRE_STEP), Unit.LITRE);
      case Pgn.IDLE_OPERATION -> {
        put(UseFigure.IDLE_FUEL, counter(m, 0, LITRE_STEP), Unit.LITRE);
        put(UseFigure.IDLE_HOURS, counter(m, 4, HOUR_STEP), Unit.HOUR);
      }
      case Pgn.VEHICLE_HOURS -> put(UseFigure.DRIVE_HOURS, counter(m, 4, HOUR_STEP), Unit.HOUR);
      case Pgn.DM5 -> readiness = Readiness.of(m.data());
      case Pgn.DM26 ->
          warmUps = m.data().length >= 3 && m.at(2) <= 250 ? OptionalInt.of(m.at(2)) : warmUps;
      case Pgn.DM21 -> {
        kilometres = word(m, 2);
        minutes = word(m, 6);
      }
      default -> {}
    }
  }

  private static OptionalInt word(Message m, int at) {
    if (m.data().length < at + 2) {
      return OptionalInt.empty();
    }
    int raw = m.at(at) | m.at(at + 1) << 8;
    return raw < SHORT_NOT_AVAILABLE ? OptionalInt.of(raw) : OptionalInt.empty();
  }

  private void put(UseFigure figure, OptionalDouble value, Unit unit) {
    value.ifPresent(v -> plain.put(figure, new Use.Amount(v, unit)));
  }

  /** Life or trip figures. */
  void use(byte[] data, boolean ofTrip) {
    String what = ofTrip ? "trip" : "life";
    int bytes = IDENTIFIER_AT + 4 * kind.figures().size();
    if (data.length != bytes) {
      odd(wrongLength(what + " figures", data, bytes));
      return;
    }
    Map<UseFigure, Use.Amount> told = new EnumMap<>(UseFigure.class);
    int at = IDENTIFIER_AT;
    for (StoryKind.Field f : kind.figures()) {
      long raw = number(data, at, 4);
      if (RawValue.of(raw, 32) == RawValue.VALID) {
        told.put(f.figure(), new Use.Amount(raw * f.scale(), f.unit()));
      }
      at += 4;
    }
    if (ofTrip) {
      trip = new Use(told);
    } else {
      life = new Use(told);
    }
  }

  private static String wrongLength(String what, byte[] data, int bytes) {
    return StoryWords.say(
        "its-have-bytes-the-pack-expects",
        what,
        data.length - IDENTIFIER_AT,
        bytes - IDENTIFIER_AT);
  }

  /** A map of time over speed and load. */
  void duty(byte[] data, boolean ofTrip) {
    StoryKind.Duty d = kind.duty().orElseThrow();
    int rows = d.rpm().size() + 1;
    int columns = d.load().size();
    int bytes = IDENTIFIER_AT + 2 + 4 * rows * columns;
    if (data.length != bytes
        || (data[IDENTIFIER_AT] & 0xFF) != rows
        || (data[IDENTIFIER_AT + 1] & 0xFF) != columns) {
      odd(wrongLength(StoryWords.say("maps-of-speed-and-load"), data, bytes));
      return;
    }
    List<List<Double>> seconds = new ArrayList<>();
    int at = IDENTIFIER_AT + 2;
    for (int row = 0; row < rows; row++) {
      List<Double> line = new ArrayList<>();
      for (int column = 0; column < columns; column++) {
        long raw = number(data, at, 4);
        line.add(RawValue.of(raw, 32) == RawValue.VALID ? (double) raw : 0.0);
        at += 4;
      }
      seconds.add(List.copyOf(line));
    }
    DutyMap map = new DutyMap(d.rpm(), d.load(), List.copyOf(seconds));
    if (ofTrip) {
      tripDuty = Optional.of(map);
    } else {
      lifeDuty = Optional.of(map);
    }
  }

  /** Hours per band of road speed. */
  void bands(byte[] data) {
    StoryKind.Bands b = kind.bands().orElseThrow();
    int count = b.kmh().size() + 1;
    if (data.length != IDENTIFIER_AT + 1 + 4 * count || (data[IDENTIFIER_AT] & 0xFF) != count) {
      odd(wrongLength(StoryWords.say("bands-of-road-speed"), data, IDENTIFIER_AT + 1 + 4 * count));
      return;
    }
    List<Double> told = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      told.add(number(data, IDENTIFIER_AT + 1 + 4 * i, 4) * kind.hourStep());
    }
    bands = Optional.of(new SpeedBands(b.kmh(), List.copyOf(told)));
  }

  /** A page of the protection table; gives the number of pages, 0 where it makes no sense. */
  int protection(byte[] data) {
    if (!page(data, PROTECTION_BYTES, StoryWords.say("protection-records"))) {
      return 0;
    }
    for (int at = IDENTIFIER_AT + 2; at < data.length; at += PROTECTION_BYTES) {
      int code = data[at] & 0xFF;
      StoryKind.Quantity q = kind.quantities().get(code);
      if (q == null) {
        odd(StoryWords.say("its-protection-record-of-quantity-is", code));
        continue;
      }
      protection.add(
          new ProtectionRecord(
              q.name(),
              q.unit(),
              q.above(),
              data[at + 1] & 0xFF,
              number(data, at + 2, 2) * q.scale() + q.offset(),
              number(data, at + 4, 2) * q.scale() + q.offset(),
              (int) number(data, at + 6, 2),
              number(data, at + 8, 4),
              number(data, at + 12, 4) * kind.hourStep(),
              number(data, at + 16, 4) * kind.hourStep(),
              number(data, at + 20, 4) * kind.hourStep(),
              q.faultBeyond(),
              q.faults()));
    }
    return data[IDENTIFIER_AT] & 0xFF;
  }

  void protectionWhole() {
    protectionKnown = true;
  }

  /** A page of the trail; gives the number of pages, 0 where it makes no sense. */
  int trail(byte[] data) {
    StoryKind.Trail t = kind.trail().orElseThrow();
    int bytes = 5 + t.toolCharacters();
    if (!page(data, bytes, StoryWords.say("trail-entries"))) {
      return 0;
    }
    for (int at = IDENTIFIER_AT + 2; at < data.length; at += bytes) {
      int code = data[at] & 0xFF;
      trail.add(
          new TrailEntry(
              code,
              Optional.ofNullable(t.deeds().get(code)),
              number(data, at + 1, 4) * kind.hourStep(),
              text(data, at + 5, t.toolCharacters())));
    }
    return data[IDENTIFIER_AT] & 0xFF;
  }

  void trailWhole() {
    trailKnown = true;
  }

  /** A page of regenerations; gives the number of pages, 0 where it makes no sense. */
  int regenerations(byte[] data) {
    StoryKind.Regenerations r = kind.regenerations().orElseThrow();
    if (!page(data, REGENERATION_BYTES, StoryWords.say("regeneration-records"))) {
      return 0;
    }
    for (int at = IDENTIFIER_AT + 2; at < data.length; at += REGENERATION_BYTES) {
      int code = data[at] & 0xFF;
      regenerations.add(
          new RegenerationEntry(
              code,
              Optional.ofNullable(r.ends().get(code)),
              (data[at + 1] & 0xFF) == 1,
              data[at + 2] & 0xFF,
              data[at + 3] & 0xFF,
              number(data, at + 4, 4) * kind.hourStep(),
              number(data, at + 8, 4) * r.kilometres(),
              data[at + 12] & 0xFF,
              data[at + 13] & 0xFF));
    }
    return data[IDENTIFIER_AT] & 0xFF;
  }

  /** A page of failure counters; gives the number of pages, 0 where it makes no sense. */
  int counters(byte[] data) {
    if (!page(data, COUNTER_BYTES, StoryWords.say("failure-counters"))) {
      return 0;
    }
    for (int at = IDENTIFIER_AT + 2; at < data.length; at += COUNTER_BYTES) {
      int spn = (int) number(data, at, 3);
      counters.add(new FailureCounter(spn, pack().spnText(spn), (int) number(data, at + 3, 2)));
    }
    return data[IDENTIFIER_AT] & 0xFF;
  }

  private boolean page(byte[] data, int recordBytes, String what) {
    if (data.length < IDENTIFIER_AT + 2
        || data.length != IDENTIFIER_AT + 2 + recordBytes * (data[IDENTIFIER_AT + 1] & 0xFF)) {
      odd(
          StoryWords.say(
              "its-are-garbled-bytes-do-not", what, Math.max(0, data.length - IDENTIFIER_AT)));
      return false;
    }
    return true;
  }

  private static String text(byte[] data, int at, int length) {
    return new String(data, at, length, StandardCharsets.US_ASCII)
        .replaceAll("[^\\x20-\\x7E]", "?")
        .trim();
  }

  /** What it told, its times moved to the engine's clock. */
  ModuleStory build(OptionalDouble engineHours) {
    double shift = shift(engineHours);
    return new ModuleStory(
        target(),
        hours(),
        new Use(plain),
        life,
        trip,
        lifeDuty,
        tripDuty,
        bands,
        protection.stream()
            .map(p -> p.shifted(shift))
            .sorted(Comparator.comparingDouble(ProtectionRecord::lastHour).reversed())
            .toList(),
        protectionKnown,
        trail.stream()
            .map(t -> new TrailEntry(t.code(), t.deed(), t.hour() + shift, t.tool()))
            .sorted(Comparator.comparingDouble(TrailEntry::hour).reversed())
            .toList(),
        trailKnown,
        regenerations.stream()
            .map(r -> r.shifted(shift))
            .sorted(Comparator.comparingDouble(RegenerationEntry::hour).reversed())
            .toList(),
        List.copyOf(counters),
        warmUps,
        minutes,
        kilometres,
        readiness,
        oddities(),
        ended());
  }
}
