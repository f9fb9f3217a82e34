package hitchlamp.core.watch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.quantity.Unit;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** What no pack reads, as it comes over the bus. */
class UnknownTrafficTest {
  private static final int OWN = 0xFF12;
  private static final int ENGINE_SPEED_GROUP = 61444;
  private static final Pack BASE = PackLibrary.read(Path.of("../packs")).base();

  private final UnknownTraffic traffic = new UnknownTraffic(BASE);
  private long now = 5_000_000;

  private void say(int pgn, int source, int... bytes) {
    byte[] data = new byte[bytes.length];
    for (int i = 0; i < data.length; i++) {
      data[i] = (byte) bytes[i];
    }
    traffic.accept(new Message(pgn, source, 255, 6, data, now, now));
  }

  @Test
  void aGroupOfItsOwnShowsHowOftenItComesAndWhichBytesMove() {
    for (int i = 0; i < 50; i++) {
      say(OWN, 33, 7, i, 0xFF, i / 25, 0xFF, 0xFF, 0xFF, 0xFF);
      now += 100_000;
    }
    UnknownTraffic.Group g = traffic.groups().get(0);
    assertThat(g.pgn()).isEqualTo(OWN);
    assertThat(g.source()).isEqualTo(33);
    assertThat(g.partly()).isFalse();
    assertThat(g.count()).isEqualTo(50);
    assertThat(g.everySeconds()).isCloseTo(0.1, within(1e-9));
    assertThat(g.bytes()).startsWith(7, 49, 0xFF, 1);
    assertThat(g.moves()).containsExactly(false, true, false, true, false, false, false, false);
    assertThat(g.unread()).doesNotContain(false);
  }

  @Test
  void whatThePackReadsIsNotShownAsLongAsNothingElseMovesInIt() {
    for (int i = 0; i < 20; i++) {
      say(ENGINE_SPEED_GROUP, 0, 0xFF, 0xFF, 0xFF, i, 0x20, 0xFF, 0xFF, 0xFF);
      now += 20_000;
    }
    assertThat(traffic.groups()).isEmpty();
  }

  @Test
  void bitsThatMoveWhereThePackReadsNothingAreShownBesideWhatItReads() {
    Parameter first = new Parameter(9_001, "first", OWN, 0, 12, 1, 0, Unit.ONE);
    traffic.read(BASE.adding(List.of(first)));
    say(OWN, 3, 1, 0x02, 9);
    say(OWN, 3, 2, 0x13, 9);
    UnknownTraffic.Group g = traffic.groups().get(0);
    assertThat(g.partly()).isTrue();
    assertThat(g.moves()).as("the high half of byte 2").containsExactly(false, true, false);
    assertThat(g.unread()).containsExactly(false, true, true);
    traffic.read(BASE.adding(List.of(first)));
    say(OWN, 3, 1, 0x02, 9);
    say(OWN, 3, 2, 0x03, 9);
    assertThat(traffic.groups()).as("what moves is read").isEmpty();
  }

  @Test
  void eachSenderOfAGroupStandsByItself() {
    say(OWN, 3, 1);
    say(OWN, 11, 2);
    assertThat(traffic.groups()).extracting(UnknownTraffic.Group::source).containsExactly(3, 11);
  }

  @Test
  void whatTheToolItselfSpeaksIsNoUnknownTraffic() {
    for (int pgn :
        new int[] {Pgn.DM1, Pgn.REQUEST, Pgn.ADDRESS_CLAIMED, Pgn.SERVICES, Pgn.TRANSPORT_DATA}) {
      say(pgn, 0, 1, 2, 3, 4, 5, 6, 7, 8);
    }
    assertThat(traffic.groups()).isEmpty();
  }

  @Test
  void aFieldIsTriedOnWhatCameBefore() {
    for (int i = 0; i < 200; i++) {
      say(OWN, 33, 0, i, 0, i == 199 ? 0xFF : 1);
      now += 50_000;
    }
    Parameter field = new Parameter(0, "", OWN, 8, 16, 0.5, -10, Unit.ONE);
    List<UnknownTraffic.Sample> samples = traffic.samples(field, 33);
    assertThat(samples).hasSize(UnknownTraffic.SAMPLES);
    assertThat(samples.get(samples.size() - 1).reading().value()).isCloseTo(89.5, within(1e-9));
    assertThat(samples.get(1).micros() - samples.get(0).micros()).isEqualTo(50_000);
    Parameter state = new Parameter(0, "", OWN, 24, 8, 1, 0, Unit.ONE);
    assertThat(traffic.samples(state, 33).get(UnknownTraffic.SAMPLES - 1).reading().state())
        .isEqualTo(RawValue.NOT_AVAILABLE);
    assertThat(traffic.samples(field, 34)).isEmpty();
  }

  @Test
  void whateverComesItKeepsABoundedNumberOfGroups() {
    SplittableRandom r = new SplittableRandom(4);
    for (int i = 0; i < 20_000; i++) {
      say(r.nextInt(Pgn.GREATEST + 1), r.nextInt(256), r.ints(r.nextInt(100), 0, 256).toArray());
    }
    assertThat(traffic.groups().size()).isLessThanOrEqualTo(UnknownTraffic.MOST_GROUPS);
    assertThat(traffic.dropped()).isPositive();
    assertThat(traffic.groups()).allMatch(g -> g.bytes().size() <= UnknownTraffic.MOST_BYTES);
  }

  /** Messages of one group may differ in length. */
  @Test
  void theNewestMessagesAreThoseThatCameWhateverTheirLength() {
    SplittableRandom r = new SplittableRandom(6);
    Deque<Message> came = new ArrayDeque<>();
    for (int i = 0; i < 2_000; i++) {
      int[] bytes = r.ints(r.nextInt(i < 1_000 ? 9 : 20), 0, 256).toArray();
      say(OWN, 33, bytes);
      byte[] data = new byte[bytes.length];
      for (int k = 0; k < data.length; k++) {
        data[k] = (byte) bytes[k];
      }
      came.addLast(new Message(OWN, 33, 255, 6, data, now, now));
      if (came.size() > UnknownTraffic.SAMPLES) {
        came.removeFirst();
      }
      now += 10_000;
      if (i % 37 == 0) {
        Parameter field = new Parameter(0, "", OWN, 8 * r.nextInt(12), 8, 1, 0, Unit.ONE);
        assertThat(traffic.samples(field, 33))
            .containsExactlyElementsOf(
                came.stream()
                    .map(m -> new UnknownTraffic.Sample(m.lastMicros(), field.read(m)))
                    .toList());
        assertThat(traffic.groups().get(0).bytes())
            .containsExactlyElementsOf(Arrays.stream(bytes).boxed().toList());
      }
    }
  }
}
