package hitchlamp.core.uds;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Frame;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import org.junit.jupiter.api.Test;

class ExchangeTest {
  private final List<Frame> sent = new ArrayList<>();
  private final List<Reply> replies = new ArrayList<>();

  private Exchange ask(String request, int tries) {
    Exchange e =
        new Exchange(
            0xF9,
            0,
            HexFormat.of().parseHex(request),
            tries,
            Exchange.PENDING_MICROS,
            sent::add,
            replies::add);
    e.begin(0);
    return e;
  }

  private static Frame they(String hex) {
    return Frame.extended(0x18DA0000 | 0xF9 << 8, HexFormat.of().parseHex(hex));
  }

  @Test
  void anAnswerEndsIt() {
    Exchange e = ask("1003", 2);
    e.accept(they("065003003201F4FF"), 40_000);
    assertThat(replies)
        .containsExactly(new Reply.Positive(HexFormat.of().parseHex("5003003201F4"), 40_000));
    e.tick(9_000_000);
    assertThat(sent).hasSize(1);
  }

  /** A single frame ends what is half here and counts itself (ISO 15765-2, from memory). */
  @Test
  void aSingleFrameAfterAHalfReceivedAnswerIsTheAnswerAndNothingIsAskedTwice() {
    Exchange e = ask("22F190", 2);
    e.accept(they("101462F190303132"), 40_000);
    e.accept(they("0462F19031FFFFFF"), 60_000);
    assertThat(replies)
        .containsExactly(new Reply.Positive(HexFormat.of().parseHex("62F19031"), 60_000));
    assertThat(sent).as("the request and one flow control").hasSize(2);
  }

  @Test
  void whereWhatReplacesAHalfAnswerIsNotOursItIsAskedAgainAfterItsTime() {
    Exchange e = ask("22F190", 2);
    e.carried(0);
    e.accept(they("101462F190303132"), 40_000);
    e.accept(they("0462F18731FFFFFF"), 60_000);
    assertThat(sent).hasSize(2);
    e.tick(Exchange.FIRST_MICROS);
    assertThat(sent).hasSize(3);
    assertThat(replies).isEmpty();
  }

  @Test
  void aRefusalIsSaidInWords() {
    Exchange e = ask("14FFFFFF", 2);
    e.accept(they("037F1483FFFFFFFF"), 40_000);
    assertThat(replies).hasSize(1);
    assertThat(replies.get(0).says()).isEqualTo("the engine runs");
    assertThat(new NegativeCode(0xF0).says()).contains("0xF0");
  }

  @Test
  void silenceIsTriedAgainAndThenNamed() {
    Exchange e = ask("1003", 2);
    e.carried(0);
    e.tick(Exchange.FIRST_MICROS);
    assertThat(sent).hasSize(2);
    assertThat(replies).isEmpty();
    e.carried(Exchange.FIRST_MICROS);
    e.tick(2 * Exchange.FIRST_MICROS);
    assertThat(replies).containsExactly(new Reply.Silent());
    assertThat(e.nextTimer()).isEqualTo(Long.MAX_VALUE);
  }

  @Test
  void timeRunsFromTheMomentTheBusCarriedTheRequest() {
    Exchange e = ask("1003", 1);
    e.carried(300_000);
    e.tick(Exchange.FIRST_MICROS);
    assertThat(replies).isEmpty();
    e.tick(300_000 + Exchange.FIRST_MICROS);
    assertThat(replies).containsExactly(new Reply.Silent());
  }

  @Test
  void framesThatWaitedUnreadDoNotUseUpTheModulesTime() {
    Exchange e = ask("1003", 1);
    // Behind by seconds, the tool works through stamps of before its own request.
    e.tick(Exchange.FIRST_MICROS);
    e.tick(3 * Exchange.FIRST_MICROS);
    assertThat(replies).isEmpty();
    e.carried(3_100_000);
    e.accept(they("0650030032FFFFFF"), 3_150_000);
    assertThat(replies.get(0)).isInstanceOf(Reply.Positive.class);
  }

  @Test
  void aRequestThatNeverGetsOntoTheBusIsGivenUp() {
    Exchange e = ask("1003", 1);
    e.tick(Exchange.CARRIED_MICROS);
    assertThat(replies).containsExactly(new Reply.Silent());
  }

  @Test
  void moreTimeIsGivenAndTheAnswerTaken() {
    Exchange e = ask("31010203", 2);
    e.accept(they("037F3178FFFFFFFF"), 50_000);
    e.tick(4_000_000);
    e.accept(they("037F3178FFFFFFFF"), 4_500_000);
    e.tick(8_000_000);
    assertThat(sent).as("it is not asked twice").hasSize(1);
    e.accept(they("0471010203FFFFFF"), 8_200_000);
    assertThat(replies.get(0)).isInstanceOf(Reply.Positive.class);
  }

  @Test
  void endlessMoreTimeEndsAtTheBound() {
    Exchange e = ask("31010203", 2);
    long t = 0;
    for (int i = 0; i < 100 && replies.isEmpty(); i++) {
      t += 2_000_000;
      e.accept(they("037F3178FFFFFFFF"), t);
      e.tick(t);
    }
    assertThat(t).isLessThanOrEqualTo(Exchange.PENDING_MICROS + 2_000_000);
    assertThat(replies.get(0)).isInstanceOf(Reply.NeverDone.class);
    assertThat(replies.get(0).says()).contains("more time");
  }

  @Test
  void moreTimeAndThenSilenceIsNotTriedAgain() {
    Exchange e = ask("31010203", 2);
    e.accept(they("037F3178FFFFFFFF"), 50_000);
    e.tick(50_000 + Exchange.MORE_MICROS);
    assertThat(replies).containsExactly(new Reply.NeverDone(1));
    assertThat(sent).hasSize(1);
  }

  @Test
  void busyIsAskedAgainAfterAPause() {
    Exchange e = ask("19020C", 2);
    e.accept(they("037F1921FFFFFFFF"), 50_000);
    assertThat(sent).hasSize(1);
    e.tick(50_000 + Exchange.BUSY_MICROS);
    assertThat(sent).hasSize(2);
    e.accept(they("037F1921FFFFFFFF"), 400_000);
    assertThat(replies.get(0).says()).isEqualTo("it is busy");
  }

  @Test
  void aBrokenAnswerIsTriedAgainAndThenNamed() {
    Exchange e = ask("19020C", 2);
    e.accept(they("101459020C010203"), 50_000);
    e.accept(they("2200000000000000"), 60_000);
    assertThat(sent.stream().filter(f -> f.at(0) == 3)).as("asked again").hasSize(2);
    e.accept(they("101459020C010203"), 70_000);
    e.tick(70_000 + Segments.WAIT_MICROS);
    assertThat(replies).containsExactly(new Reply.Broken(Segments.Broke.FELL_SILENT));
  }

  @Test
  void anAnswerToSomethingElseIsNotTakenForOurs() {
    Exchange e = ask("1003", 1);
    e.accept(they("0462F190FFFFFFFF"), 10_000);
    e.accept(they("037F2231FFFFFFFF"), 20_000);
    assertThat(replies).isEmpty();
    e.carried(30_000);
    e.tick(30_000 + Exchange.FIRST_MICROS);
    assertThat(replies.get(0)).isInstanceOf(Reply.Garbled.class);
  }

  @Test
  void theLateAnswerToAnEarlierRequestIsNotTakenForThisOnes() {
    Exchange e = ask("220220", 1);
    e.accept(they("0562011000001234"), 50_000);
    assertThat(replies).as("it names another identifier").isEmpty();
    e.accept(they("0562022000001234"), 90_000);
    assertThat(replies.get(0)).isInstanceOf(Reply.Positive.class);
  }

  @Test
  void aModuleLeavesOutTheFirstOfSeveralIdentifiersThatItDoesNotHave() {
    Exchange e = ask("22014803050118", 1);
    e.accept(they("0462030507FFFFFF"), 40_000);
    assertThat(replies)
        .containsExactly(new Reply.Positive(HexFormat.of().parseHex("62030507"), 40_000));
  }

  @Test
  void theLateAnswerOfAnotherIdentifierIsNotTakenForOneOfSeveral() {
    Exchange e = ask("22014803050118", 1);
    e.accept(they("0462010007FFFFFF"), 40_000);
    e.accept(they("0162FFFFFFFFFFFF"), 45_000);
    assertThat(replies).isEmpty();
    e.accept(they("056201181234FFFF"), 50_000);
    assertThat(replies)
        .containsExactly(new Reply.Positive(HexFormat.of().parseHex("6201181234"), 50_000));
  }
}
