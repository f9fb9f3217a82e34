package hitchlamp.core.watch;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.pack.Parameter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

/** What is summed up beside what the receiver of live values makes of the same bytes. */
class LogValuesTest {
  private static final Pack TRUCK =
      PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");
  private static final int SPEED_GROUP = 61_444;
  private static final int SPEED = 190;

  private static LogValues.Value of(LogValues values, int source, int spn) {
    return values.all().stream()
        .filter(v -> v.source() == source && v.parameter().spn() == spn)
        .findFirst()
        .orElseThrow();
  }

  /** Engine speed in bytes 4 and 5, an eighth of a revolution a count. */
  private static long speed(int raw) {
    return 0xFFFFFF_0000_FFFFFFL | (long) raw << 24;
  }

  @Test
  void aParameterTellsItsLeastItsGreatestAndItsLast() {
    LogValues values = new LogValues(TRUCK, new AtomicInteger(LogValues.MOST));
    for (int raw : new int[] {8_000, 4_800, 12_000, 9_600}) {
      values.take(SPEED_GROUP, 0, 8, speed(raw));
    }
    LogValues.Value v = of(values, 0, SPEED);
    assertThat(List.of(v.least(), v.most(), v.last())).containsExactly(600.0, 1_500.0, 1_200.0);
    assertThat(v.valid()).isEqualTo(4);
  }

  @Test
  void whatIsNoNumberIsCountedByItsKind() {
    LogValues values = new LogValues(TRUCK, new AtomicInteger(LogValues.MOST));
    for (int raw : new int[] {0xFFFF, 0xFF00, 0xFE01, 0xFD00, 0xFB00}) {
      values.take(SPEED_GROUP, 3, 8, speed(raw));
    }
    LogValues.Value v = of(values, 3, SPEED);
    assertThat(List.of(v.valid(), v.missing(), v.error(), v.other()))
        .containsExactly(0L, 2L, 1L, 2L);
    assertThat(v.last()).isNaN();
  }

  @Test
  void aMessageThatIsTooShortHasItNot() {
    LogValues values = new LogValues(TRUCK, new AtomicInteger(LogValues.MOST));
    values.take(SPEED_GROUP, 0, 4, speed(8_000) & 0xFFFFFFFFL);
    assertThat(of(values, 0, SPEED).missing()).isEqualTo(1);
  }

  @Test
  void eachAddressStandsByItself() {
    LogValues values = new LogValues(TRUCK, new AtomicInteger(LogValues.MOST));
    values.take(SPEED_GROUP, 0, 8, speed(8_000));
    values.take(SPEED_GROUP, 1, 8, speed(16_000));
    values.take(SPEED_GROUP, 255, 8, speed(0));
    assertThat(of(values, 0, SPEED).last()).isEqualTo(1_000);
    assertThat(of(values, 1, SPEED).last()).isEqualTo(2_000);
    assertThat(of(values, 255, SPEED).last()).isZero();
  }

  @Test
  void aLogOfNonsenseFillsNoMemoryAndWhatHasNoRoomIsCounted() {
    AtomicInteger room = new AtomicInteger(LogValues.MOST);
    LogValues one = new LogValues(TRUCK, room);
    LogValues other = new LogValues(TRUCK, room);
    List<Integer> groups = TRUCK.parameters().values().stream().map(Parameter::pgn).toList();
    for (int source = 0; source < 256; source++) {
      for (int pgn : groups) {
        one.take(pgn, source, 8, 0);
        other.take(pgn, source, 8, 0);
      }
    }
    assertThat(one.all().size() + other.all().size()).isLessThanOrEqualTo(LogValues.MOST);
    assertThat(one.all()).isNotEmpty();
    assertThat(one.leftOut()).isPositive();
    assertThat(of(one, 0, SPEED).valid()).as("the first are whole").isPositive();
  }

  @Test
  void everyParameterIsReadAsTheReceiverReadsIt() {
    SplittableRandom dice = new SplittableRandom(8);
    List<Integer> groups =
        TRUCK.parameters().values().stream().map(Parameter::pgn).distinct().sorted().toList();
    LogValues values = new LogValues(TRUCK, new AtomicInteger(LogValues.MOST));
    Map<String, List<Long>> valid = new HashMap<>();
    Map<String, long[]> states = new HashMap<>();
    for (int i = 0; i < 60_000; i++) {
      int pgn = groups.get(dice.nextInt(groups.size()));
      int source = dice.nextInt(4);
      boolean packets = dice.nextInt(10) == 0;
      byte[] data = new byte[packets ? 9 + dice.nextInt(30) : dice.nextInt(9)];
      dice.nextBytes(data);
      if (dice.nextInt(4) == 0) {
        java.util.Arrays.fill(data, (byte) (0xFA + dice.nextInt(6)));
      }
      Message m = new Message(pgn, source, 255, 6, data, i, i);
      if (packets) {
        values.take(m);
      } else {
        long payload = 0;
        for (int b = data.length - 1; b >= 0; b--) {
          payload = payload << 8 | data[b] & 0xFF;
        }
        values.take(pgn, source, data.length, payload);
      }
      for (Parameter p : TRUCK.parameters().values()) {
        if (p.pgn() == pgn) {
          String key = source + "/" + p.spn();
          Scale scale = Scale.of(p, TRUCK.watch().words().getOrDefault(p.spn(), Map.of()));
          RawValue state = scale.state(p.raw(m));
          states.computeIfAbsent(key, k -> new long[RawValue.values().length])[state.ordinal()]++;
          if (state == RawValue.VALID) {
            valid.computeIfAbsent(key, k -> new ArrayList<>()).add(p.raw(m));
          }
        }
      }
    }
    assertThat(values.all()).hasSize(states.size());
    for (LogValues.Value v : values.all()) {
      String key = v.source() + "/" + v.parameter().spn();
      long[] s = states.get(key);
      assertThat(v.valid()).as(key).isEqualTo(s[RawValue.VALID.ordinal()]);
      assertThat(v.missing()).as(key).isEqualTo(s[RawValue.NOT_AVAILABLE.ordinal()]);
      assertThat(v.error()).as(key).isEqualTo(s[RawValue.ERROR.ordinal()]);
      assertThat(v.other())
          .as(key)
          .isEqualTo(s[RawValue.RESERVED.ordinal()] + s[RawValue.PARAMETER_SPECIFIC.ordinal()]);
      List<Long> raws = valid.getOrDefault(key, List.of());
      if (!raws.isEmpty()) {
        Parameter p = v.parameter();
        assertThat(v.last()).as(key).isEqualTo(raws.get(raws.size() - 1) * p.scale() + p.offset());
        assertThat(v.least())
            .as(key)
            .isEqualTo(
                raws.stream().mapToDouble(r -> r * p.scale() + p.offset()).min().orElseThrow());
      }
    }
    assertThat(values.read())
        .isEqualTo(states.values().stream().flatMapToLong(java.util.Arrays::stream).sum());
  }
}
