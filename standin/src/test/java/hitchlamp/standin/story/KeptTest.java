package hitchlamp.standin.story;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

/** What a module keeps beside faults, as bytes: protection, map of duty, trail of tools. */
class KeptTest {
  private double coolant = 90;
  private double oil = 400;
  private final Protection protection =
      new Protection()
          .guard(1, 2, true, 104, -40, 1, () -> coolant)
          .guard(2, 3, false, 110, 0, 4, () -> oil);

  private void lasts(double seconds, double hour) {
    for (double t = 0; t < seconds; t++) {
      protection.step(1, hour);
    }
  }

  private ByteBuffer record(int page) {
    return ByteBuffer.wrap(protection.page(page));
  }

  @Test
  void nothingIsKeptWhileEverythingIsInItsRangeOrOnlyForAMoment() {
    lasts(100, 10);
    coolant = 107;
    lasts(14, 11);
    coolant = 90;
    lasts(1, 11);
    assertThat(protection.page(0)).containsExactly(1, 0);
  }

  @Test
  void whatStaysBeyondItsLimitIsKeptWithPeakTimeAndCount() {
    coolant = 107;
    lasts(20, 11);
    coolant = 112;
    lasts(5, 12);
    coolant = 95;
    lasts(30, 13);
    coolant = 106;
    lasts(16, 14);
    ByteBuffer b = record(0);
    assertThat(b.get()).as("pages").isEqualTo((byte) 1);
    assertThat(b.get()).as("records").isEqualTo((byte) 1);
    assertThat(b.get()).as("quantity").isEqualTo((byte) 1);
    assertThat(b.get()).as("severity").isEqualTo((byte) 2);
    assertThat(b.getShort()).as("limit").isEqualTo((short) 144);
    assertThat(b.getShort()).as("peak").isEqualTo((short) 152);
    assertThat(b.getShort()).as("times").isEqualTo((short) 2);
    assertThat(b.getInt()).as("seconds").isEqualTo(11 + 2);
    assertThat(b.getInt()).as("first").isEqualTo((int) (11 / Use.HOUR_STEP));
    assertThat(b.getInt()).as("last").isEqualTo((int) (14 / Use.HOUR_STEP));
    assertThat(b.getInt()).as("peak at").isEqualTo((int) (12 / Use.HOUR_STEP));
    assertThat(b.hasRemaining()).isFalse();
  }

  @Test
  void aLimitFromBelowKeepsTheLeast() {
    oil = 80;
    lasts(16, 20);
    oil = 48;
    lasts(2, 21);
    ByteBuffer b = record(0);
    b.position(6);
    assertThat(b.getShort()).as("least").isEqualTo((short) 12);
  }

  @Test
  void aValueThatNobodyKnowsIsNotBeyondAnything() {
    coolant = Double.NaN;
    oil = Double.NaN;
    lasts(100, 5);
    assertThat(protection.page(0)).containsExactly(1, 0);
  }

  @Test
  void theMapOfDutyPutsSecondsWhereTheyBelong() {
    DutyMap map = new DutyMap();
    map.add(650, 0.05, 100);
    map.add(700, 0.05, 50);
    map.add(1_500, 0.999, 30);
    map.add(2_400, 1.2, 7);
    ByteBuffer b = ByteBuffer.wrap(map.bytes());
    assertThat(b.get()).as("rows").isEqualTo((byte) 9);
    assertThat(b.get()).as("columns").isEqualTo((byte) 10);
    assertThat(b.getInt(2)).as("idle").isEqualTo(100);
    assertThat(b.getInt(2 + 4 * 10)).as("from 700 on").isEqualTo(50);
    assertThat(b.getInt(2 + 4 * (5 * 10 + 9))).as("full load").isEqualTo(30);
    assertThat(b.getInt(2 + 4 * (8 * 10 + 9))).as("over speed, over full load").isEqualTo(7);
    map.grow(2);
    assertThat(ByteBuffer.wrap(map.bytes()).getInt(2)).isEqualTo(200);
  }

  @Test
  void theTrailForgetsTheOldestAndIsToldInPages() {
    Trail trail = new Trail();
    for (int i = 0; i < 405; i++) {
      trail.note(i % 2 == 0 ? ToolEvent.CLEAR : ToolEvent.TRIP_RESET, i, "tool" + i);
    }
    ByteBuffer first = ByteBuffer.wrap(trail.page(0));
    assertThat(first.get()).as("pages").isEqualTo((byte) 7);
    assertThat(first.get()).as("entries").isEqualTo((byte) 60);
    assertThat(first.get()).as("the sixth of all").isEqualTo((byte) ToolEvent.TRIP_RESET.code());
    assertThat(first.getInt()).isEqualTo((int) (5 / Use.HOUR_STEP));
    byte[] tool = new byte[8];
    first.get(tool);
    assertThat(new String(tool, StandardCharsets.US_ASCII)).isEqualTo("tool5   ");
    ByteBuffer last = ByteBuffer.wrap(trail.page(6));
    assertThat(last.get(1)).as("entries of the last page").isEqualTo((byte) 40);
    assertThat(trail.page(9)).as("beyond the last").containsExactly(7, 0);
  }

  @Test
  void numbersThatDoNotFitAreTheGreatestThatFit() {
    byte[] all = new Bytes().two(1e9).two(-3).four(Double.NaN).four(-1).wrapping(65_537).done();
    assertThat(all).containsExactly(0xFA, 0xFF, 0, 0, 0xFF, 0xFF, 0xFF, 0xFF, 0, 0, 0, 0, 0, 1);
  }
}
