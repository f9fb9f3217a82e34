package hitchlamp.core.j1939;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.StampedFrame;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/**
 * Byte vectors are written by hand from J1939-21 (from memory), so that sender and receiver cannot
 * share an error.
 */
class TransportTest {
  private static final int OWN = 0xF9;
  private final List<Frame> sent = new ArrayList<>();
  private final List<Message> arrived = new ArrayList<>();
  private final List<BrokenTransfer> broken = new ArrayList<>();
  private final Reassembly reassembly = new Reassembly(sent::add, arrived::add, broken::add);
  private long now = 1_000;

  @BeforeEach
  void weHaveAnAddress() {
    reassembly.own(OWN);
  }

  private void hear(int identifier, int... bytes) {
    now += 600;
    reassembly.accept(new StampedFrame(now, Frame.extended(identifier, bytes)));
  }

  private void announce(int size, int packets) {
    hear(0x1CECFF0B, 0x20, size, size >> 8, packets, 0xFF, 0xCA, 0xFE, 0x00);
  }

  private void broadcastPacket(int number, int... bytes) {
    int[] all = {number, 0xFF, 0xFF, 0xFF, 0xFF, 0xFF, 0xFF, 0xFF};
    System.arraycopy(bytes, 0, all, 1, bytes.length);
    hear(0x1CEBFF0B, all);
  }

  @Test
  void anAnnouncedBroadcastIsPutTogether() {
    announce(10, 2);
    broadcastPacket(1, 1, 2, 3, 4, 5, 6, 7);
    broadcastPacket(2, 8, 9, 10);
    assertThat(arrived).hasSize(1);
    assertThat(arrived.get(0).pgn()).isEqualTo(Pgn.DM1);
    assertThat(arrived.get(0).source()).isEqualTo(0x0B);
    assertThat(arrived.get(0).data()).containsExactly(1, 2, 3, 4, 5, 6, 7, 8, 9, 10);
    assertThat(sent).as("nobody answers a broadcast").isEmpty();
  }

  @Test
  void aBroadcastWithALostPacketIsToldNotFilledIn() {
    announce(20, 3);
    broadcastPacket(1, 1, 2, 3, 4, 5, 6, 7);
    broadcastPacket(3, 15, 16, 17, 18, 19, 20);
    assertThat(arrived).isEmpty();
    assertThat(broken)
        .extracting(BrokenTransfer::reason, BrokenTransfer::packets, BrokenTransfer::expected)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple(BrokenTransfer.Reason.LOST_PACKETS, 2, 3));
  }

  @Test
  void repeatedPacketsDoNoHarmAndContradictingOnesAreTold() {
    announce(10, 2);
    broadcastPacket(1, 1, 2, 3, 4, 5, 6, 7);
    broadcastPacket(1, 1, 2, 3, 4, 5, 6, 7);
    broadcastPacket(2, 8, 9, 10);
    assertThat(arrived).hasSize(1);
    announce(10, 2);
    broadcastPacket(1, 1, 2, 3, 4, 5, 6, 7);
    broadcastPacket(1, 1, 2, 3, 4, 5, 6, 9);
    assertThat(broken)
        .extracting(BrokenTransfer::reason)
        .containsExactly(BrokenTransfer.Reason.CONTRADICTED);
  }

  @Test
  void aSilentSenderTimesOutAfterT1() {
    announce(20, 3);
    broadcastPacket(1, 1, 2, 3, 4, 5, 6, 7);
    reassembly.tick(now + Transport.T1_MICROS - 1);
    assertThat(broken).isEmpty();
    assertThat(reassembly.nextTimer()).isEqualTo(now + Transport.T1_MICROS);
    reassembly.tick(now + Transport.T1_MICROS);
    assertThat(broken)
        .extracting(BrokenTransfer::reason)
        .containsExactly(BrokenTransfer.Reason.TIMED_OUT);
    assertThat(reassembly.underWay()).isZero();
  }

  @Test
  void aConnectionToUsIsClearedReceivedAndAcknowledged() {
    hear(0x1CECF900, 0x10, 0x09, 0x00, 0x02, 0xFF, 0xEB, 0xFE, 0x00);
    assertThat(sent)
        .containsExactly(Frame.extended(0x1CEC00F9, 0x11, 2, 1, 0xFF, 0xFF, 0xEB, 0xFE, 0x00));
    hear(0x1CEBF900, 1, 'O', 'r', 'r', 'e', 'n', 'd', 'a');
    hear(0x1CEBF900, 2, 'l', '*', 0xFF, 0xFF, 0xFF, 0xFF, 0xFF);
    assertThat(sent)
        .last()
        .isEqualTo(Frame.extended(0x1CEC00F9, 0x13, 9, 0, 2, 0xFF, 0xEB, 0xFE, 0x00));
    assertThat(new String(arrived.get(0).data(), java.nio.charset.StandardCharsets.US_ASCII))
        .isEqualTo("Orrendal*");
  }

  @Test
  void missingPacketsOfAConnectionAreAskedForAgain() {
    hear(0x1CECF900, 0x10, 21, 0x00, 3, 0xFF, 0xEB, 0xFE, 0x00);
    hear(0x1CEBF900, 1, 1, 2, 3, 4, 5, 6, 7);
    hear(0x1CEBF900, 3, 15, 16, 17, 18, 19, 20, 21);
    assertThat(sent)
        .last()
        .isEqualTo(Frame.extended(0x1CEC00F9, 0x11, 2, 2, 0xFF, 0xFF, 0xEB, 0xFE, 0x00));
    hear(0x1CEBF900, 2, 8, 9, 10, 11, 12, 13, 14);
    assertThat(arrived).hasSize(1);
  }

  @Test
  void aConnectionThatKeepsLosingPacketsIsAborted() {
    hear(0x1CECF900, 0x10, 21, 0x00, 3, 0xFF, 0xEB, 0xFE, 0x00);
    for (int i = 0; i <= Reassembly.MOST_REPEATS; i++) {
      hear(0x1CEBF900, 1, 1, 2, 3, 4, 5, 6, 7);
      hear(0x1CEBF900, 3, 15, 16, 17, 18, 19, 20, 21);
    }
    assertThat(sent)
        .last()
        .isEqualTo(
            Frame.extended(
                0x1CEC00F9,
                0xFF,
                Transport.ABORT_RETRANSMIT_LIMIT,
                0xFF,
                0xFF,
                0xFF,
                0xEB,
                0xFE,
                0x00));
    assertThat(broken)
        .extracting(BrokenTransfer::reason)
        .containsExactly(BrokenTransfer.Reason.LOST_PACKETS);
  }

  /** T1 is 750 ms within a block, T2 1,250 ms after a clearance (J1939-21, from memory). */
  @Test
  void aConnectionThatFallsSilentIsAbortedAndNotAskedForAgain() {
    hear(0x1CECF900, 0x10, 21, 0x00, 3, 0xFF, 0xEB, 0xFE, 0x00);
    hear(0x1CEBF900, 1, 1, 2, 3, 4, 5, 6, 7);
    reassembly.tick(now + 749_999);
    assertThat(broken).isEmpty();
    reassembly.tick(now + 750_000);
    assertThat(sent)
        .last()
        .isEqualTo(
            Frame.extended(
                0x1CEC00F9, 0xFF, Transport.ABORT_TIMEOUT, 0xFF, 0xFF, 0xFF, 0xEB, 0xFE, 0x00));
    assertThat(sent).as("one clearance, then the abort").hasSize(2);
    assertThat(broken)
        .extracting(BrokenTransfer::reason)
        .containsExactly(BrokenTransfer.Reason.TIMED_OUT);
  }

  @Test
  void announcementsThatMakeNoSenseAreRefused() {
    hear(0x1CECF900, 0x10, 0xFF, 0xFF, 0x02, 0xFF, 0xEB, 0xFE, 0x00);
    assertThat(sent)
        .last()
        .isEqualTo(
            Frame.extended(
                0x1CEC00F9, 0xFF, Transport.ABORT_TOO_LONG, 0xFF, 0xFF, 0xFF, 0xEB, 0xFE, 0x00));
    announce(10, 3);
    announce(8, 2);
    assertThat(broken)
        .hasSize(3)
        .allMatch(b -> b.reason() == BrokenTransfer.Reason.BAD_ANNOUNCEMENT);
  }

  @Test
  void aConnectionBetweenOthersIsOverheardWithoutAWord() {
    hear(0x1CEC0300, 0x10, 9, 0, 2, 0xFF, 0xEB, 0xFE, 0x00);
    hear(0x1CEC0003, 0x11, 2, 1, 0xFF, 0xFF, 0xEB, 0xFE, 0x00);
    hear(0x1CEB0300, 1, 1, 2, 3, 4, 5, 6, 7);
    hear(0x1CEC0003, 0xFF, 3, 0xFF, 0xFF, 0xFF, 0xEB, 0xFE, 0x00);
    assertThat(sent).isEmpty();
    assertThat(broken)
        .extracting(BrokenTransfer::reason)
        .containsExactly(BrokenTransfer.Reason.ABORTED);
  }

  /**
   * The sender waits for the next clearance up to T3 (1,250 ms), not T1: it is not given up before.
   */
  @Test
  void anOverheardSenderMayWaitForItsNextClearance() {
    hear(0x1CEC210B, 0x10, 20, 0, 3, 0xFF, 0xCA, 0xFE, 0x00);
    hear(0x1CEC0B21, 0x11, 2, 1, 0xFF, 0xFF, 0xCA, 0xFE, 0x00);
    hear(0x1CEB210B, 1, 1, 2, 3, 4, 5, 6, 7);
    reassembly.tick(now + 700_000);
    hear(0x1CEB210B, 2, 8, 9, 10, 11, 12, 13, 14);
    now += 1_200_000;
    reassembly.tick(now);
    assertThat(broken).isEmpty();
    hear(0x1CEC0B21, 0x11, 1, 3, 0xFF, 0xFF, 0xCA, 0xFE, 0x00);
    hear(0x1CEB210B, 3, 15, 16, 17, 18, 19, 20, 0xFF);
    assertThat(arrived).hasSize(1);
    hear(0x1CEC210B, 0x10, 20, 0, 3, 0xFF, 0xCA, 0xFE, 0x00);
    hear(0x1CEC0B21, 0x11, 3, 1, 0xFF, 0xFF, 0xCA, 0xFE, 0x00);
    hear(0x1CEB210B, 1, 1, 2, 3, 4, 5, 6, 7);
    reassembly.tick(now + 760_000);
    assertThat(broken).as("within a block it is T1").hasSize(1);
  }

  @Test
  void parallelTransfersOfManyModulesDoNotMix() {
    for (int source = 0; source < 12; source++) {
      hear(0x1CECFF00 | source, 0x20, 10, 0, 2, 0xFF, 0xCA, 0xFE, 0x00);
    }
    for (int packet = 1; packet <= 2; packet++) {
      for (int source = 0; source < 12; source++) {
        hear(0x1CEBFF00 | source, packet, source, source, source, source, source, source, source);
      }
    }
    assertThat(arrived).hasSize(12).allMatch(m -> m.at(0) == m.source() && m.at(9) == m.source());
  }

  @Test
  void noTrafficBringsItDownOrGrowsWithoutBound() {
    Random random = new Random(11);
    for (int i = 0; i < 200_000; i++) {
      now += random.nextInt(2_000);
      int pgn = random.nextBoolean() ? 0xEC : 0xEB;
      int to = random.nextInt(4) == 0 ? OWN : random.nextInt(256);
      int[] bytes = random.ints(random.nextInt(9), 0, 256).toArray();
      if (bytes.length > 0 && pgn == 0xEC && random.nextBoolean()) {
        bytes[0] = new int[] {16, 17, 19, 32, 255}[random.nextInt(5)];
      }
      reassembly.accept(
          new StampedFrame(
              now, Frame.extended(0x1C << 24 | pgn << 16 | to << 8 | random.nextInt(256), bytes)));
      if (random.nextInt(50) == 0) {
        reassembly.tick(now);
      }
      sent.clear();
      arrived.clear();
      broken.clear();
      assertThat(reassembly.underWay()).isLessThanOrEqualTo(Reassembly.MOST_SESSIONS);
    }
  }

  @Test
  void closingAbortsWhatIsUnderWayToUs() {
    hear(0x1CECF900, 0x10, 21, 0x00, 3, 0xFF, 0xEB, 0xFE, 0x00);
    reassembly.close(now);
    assertThat(sent).last().matches(f -> f.at(0) == Transport.ABORT);
  }

  // --- our own sending ---

  private Sending sending(int destination) {
    byte[] data = new byte[16];
    for (int i = 0; i < 16; i++) {
      data[i] = (byte) (i + 1);
    }
    return new Sending(sent::add, 0xD900, OWN, destination, data, now);
  }

  private StampedFrame from(int source, int... bytes) {
    return new StampedFrame(now += 1_000, Frame.extended(0x1CECF900 | source, bytes));
  }

  @Test
  void ourMessageGoesOutWhenTheReceiverClearsIt() {
    Sending s = sending(3);
    assertThat(sent)
        .containsExactly(Frame.extended(0x1CEC03F9, 0x10, 16, 0, 3, 0xFF, 0x00, 0xD9, 0x00));
    s.accept(from(3, 0x11, 2, 1, 0xFF, 0xFF, 0x00, 0xD9, 0x00));
    assertThat(sent).hasSize(3);
    assertThat(sent.get(1)).isEqualTo(Frame.extended(0x1CEB03F9, 1, 1, 2, 3, 4, 5, 6, 7));
    s.accept(from(3, 0x11, 1, 3, 0xFF, 0xFF, 0x00, 0xD9, 0x00));
    assertThat(sent)
        .last()
        .isEqualTo(Frame.extended(0x1CEB03F9, 3, 15, 16, 0xFF, 0xFF, 0xFF, 0xFF, 0xFF));
    s.accept(from(3, 0x13, 16, 0, 3, 0xFF, 0x00, 0xD9, 0x00));
    assertThat(s.outcome()).isEqualTo(Sending.Outcome.DELIVERED);
  }

  @Test
  void aReceiverMayHoldUsAndThenMustGoOn() {
    Sending s = sending(3);
    s.accept(from(3, 0x11, 0, 1, 0xFF, 0xFF, 0x00, 0xD9, 0x00));
    assertThat(s.nextTimer()).isEqualTo(now + Transport.T4_MICROS);
    s.tick(now + Transport.T4_MICROS);
    assertThat(s.outcome()).isEqualTo(Sending.Outcome.TIMED_OUT);
    assertThat(sent)
        .last()
        .matches(f -> f.at(0) == Transport.ABORT && f.at(1) == Transport.ABORT_TIMEOUT);
  }

  @Test
  void aReceiverThatAsksTooOftenOrForWhatIsNotThereIsLeft() {
    Sending s = sending(3);
    for (int i = 0; i < 4; i++) {
      s.accept(from(3, 0x11, 1, 1, 0xFF, 0xFF, 0x00, 0xD9, 0x00));
    }
    assertThat(s.outcome()).isEqualTo(Sending.Outcome.RETRANSMIT_LIMIT);
    Sending other = sending(3);
    other.accept(from(3, 0x11, 1, 9, 0xFF, 0xFF, 0x00, 0xD9, 0x00));
    assertThat(other.outcome()).isEqualTo(Sending.Outcome.RETRANSMIT_LIMIT);
    Sending third = sending(3);
    third.accept(from(3, 0xFF, 1, 0xFF, 0xFF, 0xFF, 0x00, 0xD9, 0x00));
    assertThat(third.outcome()).isEqualTo(Sending.Outcome.ABORTED);
  }

  @Test
  void ourBroadcastKeepsItsGaps() {
    Sending s = sending(Address.GLOBAL);
    for (int i = 0; i < 3; i++) {
      assertThat(s.outcome()).isEqualTo(Sending.Outcome.UNDER_WAY);
      now = s.nextTimer();
      s.tick(now);
    }
    assertThat(s.outcome()).isEqualTo(Sending.Outcome.DELIVERED);
    assertThat(sent).hasSize(4);
  }

  @Test
  void whatWeSendIsWhatWeRead() {
    Reassembly other = new Reassembly(f -> {}, arrived::add, broken::add);
    other.own(Address.NULL);
    Sending s = sending(Address.GLOBAL);
    while (s.outcome() == Sending.Outcome.UNDER_WAY) {
      s.tick(s.nextTimer());
    }
    sent.forEach(f -> other.accept(new StampedFrame(now += 50_000, f)));
    assertThat(arrived).hasSize(1);
    assertThat(arrived.get(0).data()).hasSize(16).startsWith(1, 2, 3);
  }
}
