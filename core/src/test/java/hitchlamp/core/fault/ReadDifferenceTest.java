package hitchlamp.core.fault;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.fault.ReadDifference.Change;
import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Dtc;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackReader;
import java.util.List;
import java.util.OptionalDouble;
import java.util.Set;
import org.junit.jupiter.api.Test;

class ReadDifferenceTest {
  private static final Pack PACK =
      PackReader.read("b", "pack: b\ntitle: B\nschema: 1\nlayer: base\nversion: 1\n");

  private static KnownFault fault(int spn, boolean active, int count, double first) {
    FaultState state = active ? FaultState.ACTIVE : FaultState.PREVIOUSLY_ACTIVE;
    return new KnownFault(
        Fault.of(Dtc.encode(spn, 4, count, ConversionVersion.V4), state, "e", 0, PACK),
        "engine",
        "Engine",
        Set.of(state),
        false,
        Double.isNaN(first) ? OptionalDouble.empty() : OptionalDouble.of(first),
        OptionalDouble.empty(),
        List.of(),
        false);
  }

  private static FaultReading read(boolean told, KnownFault... faults) {
    return Reads.of(
        new ModuleRef("e", "Engine", "engine", 0, ConversionVersion.V4, true), told, faults);
  }

  private static Change only(FaultReading before, FaultReading after, boolean cleared) {
    List<ReadDifference.Line> lines = ReadDifference.between(before, after, f -> cleared);
    assertThat(lines).hasSize(1);
    return lines.get(0).change();
  }

  @Test
  void aJumperFlipsAFaultFromActiveToEarlierAndBack() {
    KnownFault now = fault(102, true, 3, 10);
    KnownFault earlier = fault(102, false, 3, 10);
    assertThat(only(read(true, now), read(true, earlier), false)).isEqualTo(Change.NOW_EARLIER);
    assertThat(only(read(true, earlier), read(true, now), false)).isEqualTo(Change.NOW_ACTIVE);
    assertThat(only(read(true, now), read(true, now), false)).isEqualTo(Change.STILL_ACTIVE);
    assertThat(only(read(true, earlier), read(true, earlier), false))
        .isEqualTo(Change.STILL_EARLIER);
  }

  @Test
  void newAndGoneAreNamedAndGoneOnlyWhereTheModuleWasRead() {
    KnownFault f = fault(102, true, 3, 10);
    assertThat(only(read(true), read(true, f), false)).isEqualTo(Change.NEW);
    assertThat(only(read(true, f), read(true), false)).isEqualTo(Change.GONE);
    assertThat(only(read(true, f), read(false), false)).isEqualTo(Change.NOT_READ);
  }

  @Test
  void afterAClearAFreshBeginningMeansItCameBackAnOldOneThatItWasNeverCleared() {
    KnownFault before = fault(102, true, 9, 10);
    assertThat(only(read(true, before), read(true, fault(102, true, 1, 50)), true))
        .isEqualTo(Change.CAME_BACK);
    assertThat(only(read(true, before), read(true, fault(102, true, 9, 10)), true))
        .isEqualTo(Change.NOT_CLEARED);
  }

  @Test
  void withoutTimesTheCountTells() {
    KnownFault before = fault(102, true, 9, Double.NaN);
    assertThat(only(read(true, before), read(true, fault(102, true, 1, Double.NaN)), true))
        .isEqualTo(Change.CAME_BACK);
    assertThat(only(read(true, before), read(true, fault(102, true, 9, Double.NaN)), true))
        .isEqualTo(Change.NOT_CLEARED);
  }

  @Test
  void occurrencesInBetweenAreCounted() {
    List<ReadDifference.Line> lines =
        ReadDifference.between(
            read(true, fault(102, true, 3, 10)), read(true, fault(102, true, 7, 10)), f -> false);
    assertThat(lines.get(0).counted()).isEqualTo(4);
  }

  @Test
  void everyFaultOfBothReadsStandsOnceAndWhatIsNewComesFirst() {
    List<ReadDifference.Line> lines =
        ReadDifference.between(
            read(true, fault(1, true, 1, 1), fault(2, false, 1, 1)),
            read(true, fault(2, false, 1, 1), fault(3, true, 1, 1)),
            f -> false);
    assertThat(lines)
        .extracting(l -> l.fault().spn() + " " + l.change())
        .containsExactly("3 NEW", "2 STILL_EARLIER", "1 GONE");
  }
}
