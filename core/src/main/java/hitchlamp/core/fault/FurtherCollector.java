package hitchlamp.core.fault;

import hitchlamp.core.j1939.AuxiliaryTime;
import hitchlamp.core.j1939.ControlArea;
import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Dtc;
import hitchlamp.core.j1939.FaultCounts;
import hitchlamp.core.j1939.FaultLamps;
import hitchlamp.core.j1939.FaultMessage;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Consumer;

/**
 * Collects what a module tells beside its lists, and holds what it counts against what it lists.
 */
final class FurtherCollector {
  private final Map<FaultList, Integer> listed = new EnumMap<>(FaultList.class);
  private Optional<FaultCounts> counts = Optional.empty();
  private FaultLamps lamps = new FaultLamps(List.of(), Optional.empty());
  private List<Dtc> failing = List.of();
  private List<AuxiliaryTime> auxiliary = List.of();
  private Optional<ControlArea> area = Optional.empty();
  private boolean any;

  /** A list came whole. */
  void listed(FaultList list, int faults) {
    listed.put(list, faults);
  }

  /**
   * A group that was asked for.
   *
   * @param odd takes sentences about what made no sense
   * @return true where it was one of those that are collected here
   */
  boolean heard(int pgn, Message m, ConversionVersion old, Consumer<String> odd) {
    switch (pgn) {
      case Pgn.DM29 -> {
        counts = FaultCounts.of(m.data());
        compare(odd);
      }
      case Pgn.DM31 -> {
        lamps = FaultLamps.of(m.data(), old);
        lamps.garbled().ifPresent(g -> odd.accept(say("its-lamps-by-fault-are-garbled", g)));
      }
      case Pgn.DM33 -> {
        AuxiliaryTime.Told told = AuxiliaryTime.of(m.data());
        told.garbled().ifPresent(g -> odd.accept(say("its-auxiliary-times-are-garbled", g)));
        auxiliary = told.times();
      }
      case Pgn.DM34 -> area = ControlArea.of(m.data());
      case Pgn.DM35 -> {
        FaultMessage content = FaultMessage.of(m.data(), old);
        content.garbled().ifPresent(g -> odd.accept(say("what-fails-now-is-garbled", g)));
        failing = content.faults();
      }
      default -> {
        return false;
      }
    }
    any = true;
    return true;
  }

  private static String say(String key, Object... values) {
    return FaultWords.say(key, values);
  }

  private void compare(Consumer<String> odd) {
    counts.ifPresent(
        c -> {
          compare(c.pending(), FaultList.PENDING, odd);
          compare(c.pendingEmission(), FaultList.EMISSION_PENDING, odd);
          compare(c.lampOn(), FaultList.EMISSION_ACTIVE, odd);
          compare(c.lampOnEarlier(), FaultList.EMISSION_EARLIER, odd);
          compare(c.permanent(), FaultList.PERMANENT, odd);
        });
  }

  /** It is counted a little after it was listed: a difference may be news or a loss. */
  private void compare(OptionalInt counted, FaultList list, Consumer<String> odd) {
    Integer told = listed.get(list);
    if (told != null && counted.isPresent() && counted.getAsInt() != told) {
      odd.accept(say("it-counts-other-than-it-lists", counted.getAsInt(), list.title(), told));
    }
  }

  /** True where it told any of it. */
  boolean any() {
    return any;
  }

  /** What fails at this moment. */
  List<Dtc> failing() {
    return failing;
  }

  /**
   * All of it.
   *
   * @param untoldTests numbers of tests of which nothing was told
   */
  Further told(List<Integer> untoldTests) {
    return new Further(
        counts,
        lamps.faults().stream()
            .map(l -> new Further.Lit(l.dtc().spn(), l.dtc().fmi(), l.lamps()))
            .toList(),
        failing.stream().map(d -> new Further.Code(d.spn(), d.fmi())).toList(),
        auxiliary,
        untoldTests,
        area);
  }
}
