package hitchlamp.server.hookup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.LinkRefusal;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The link through a serial adapter, against adapters of all sorts of manners. */
class SerialLinkTest {
  private static final Frame SPEED = Frame.extended(0x0CF00400, 1, 2, 3, 4, 5, 6, 7, 8);
  private static final Frame REQUEST = Frame.extended(0x18EAFFF9, 0xEB, 0xFE, 0);

  private static SerialLink open(ScriptedAdapter adapter, boolean named) {
    return SerialLink.open(adapter, "port", 250_000, named);
  }

  private static UnaryOperator<String> but(char command, String answer) {
    return c -> !c.isEmpty() && c.charAt(0) == command ? answer : ScriptedAdapter.willing(c);
  }

  private static <T extends LinkEvent> T next(SerialLink link, Class<T> kind)
      throws InterruptedException {
    for (int i = 0; i < 10_000; i++) {
      LinkEvent event = link.await(Long.MAX_VALUE);
      if (kind.isInstance(event)) {
        return kind.cast(event);
      }
    }
    throw new AssertionError("no " + kind.getSimpleName());
  }

  @Test
  void itGivesTheRateThenListensOnlyAndClosesTheAdapterAtTheEnd() throws Exception {
    ScriptedAdapter adapter = new ScriptedAdapter(ScriptedAdapter::willing);
    try (SerialLink link = open(adapter, false)) {
      assertThat(adapter.asked)
          .filteredOn(a -> !a.isEmpty())
          .containsExactly("C", "V", "S5", "Z1", "L");
      assertThat(link.capabilities().listensOnly()).isTrue();
    }
    assertThat(adapter.asked).last().isEqualTo("C");
    assertThat(adapter.closed).isTrue();
  }

  @Test
  void framesComeWithTheAdaptersOwnTime() throws Exception {
    ScriptedAdapter adapter = new ScriptedAdapter(ScriptedAdapter::willing);
    try (SerialLink link = open(adapter, false)) {
      adapter.tell(SPEED, 59_999);
      adapter.tell(SPEED, 19);
      long first = next(link, LinkEvent.Seen.class).micros();
      assertThat(next(link, LinkEvent.Seen.class).micros() - first).isEqualTo(20_000);
    }
  }

  @Test
  void anAdapterWithoutStampsStillHears() throws Exception {
    ScriptedAdapter adapter = new ScriptedAdapter(but('Z', ScriptedAdapter.REFUSED));
    try (SerialLink link = open(adapter, false)) {
      assertThat(link.capabilities().stampsFrames()).isFalse();
      adapter.tell("T0CF0040080102030405060708\r");
      assertThat(next(link, LinkEvent.Seen.class).stamped().frame()).isEqualTo(SPEED);
    }
  }

  @Test
  void oneThatCannotOnlyListenIsRefusedUnlessAPersonNamedTheRate() throws Exception {
    ScriptedAdapter adapter = new ScriptedAdapter(but('L', ScriptedAdapter.REFUSED));
    assertThatThrownBy(() -> open(adapter, false))
        .isInstanceOf(LinkRefusal.class)
        .hasMessageContaining("cannot only listen");
    assertThat(adapter.asked).doesNotContain("O");
    assertThat(adapter.closed).isTrue();
    ScriptedAdapter again = new ScriptedAdapter(but('L', ScriptedAdapter.REFUSED));
    try (SerialLink link = open(again, true)) {
      assertThat(again.asked).contains("O");
      link.speak();
      link.send(REQUEST);
      assertThat(next(link, LinkEvent.Seen.class).stamped().frame()).isEqualTo(REQUEST);
    }
  }

  @Test
  void whatAnswersNothingOrTakesNoRateIsNoAdapter() {
    assertThatThrownBy(() -> open(new ScriptedAdapter(c -> ""), false))
        .isInstanceOf(LinkRefusal.class)
        .hasMessageContaining("nothing on port answers");
    assertThatThrownBy(() -> open(new ScriptedAdapter(but('S', ScriptedAdapter.REFUSED)), false))
        .isInstanceOf(LinkRefusal.class)
        .hasMessageContaining("does not take this rate");
  }

  @Test
  void anAdapterThatDoesNotOpenTheBusIsSaidToBeSo() throws Exception {
    ScriptedAdapter adapter = new ScriptedAdapter(but('O', ScriptedAdapter.REFUSED));
    try (SerialLink link = open(adapter, false)) {
      assertThatThrownBy(link::speak).isInstanceOf(LinkRefusal.class);
      assertThatThrownBy(() -> link.send(REQUEST)).isInstanceOf(LinkRefusal.class);
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"Z\r", "\r", ""})
  void ownFramesAreSeenOnceTheAdapterHasTakenThemInWhicheverWayItSaysSo(String answer)
      throws Exception {
    ScriptedAdapter adapter = new ScriptedAdapter(but('T', answer));
    try (SerialLink link = open(adapter, false)) {
      link.speak();
      link.send(REQUEST);
      assertThat(next(link, LinkEvent.Seen.class).stamped().frame()).isEqualTo(REQUEST);
    }
  }

  @Test
  void aFrameThatTheAdapterRefusesIsToldAndNotSeen() throws Exception {
    ScriptedAdapter adapter = new ScriptedAdapter(but('T', ScriptedAdapter.REFUSED));
    try (SerialLink link = open(adapter, false)) {
      link.speak();
      link.send(REQUEST);
      assertThat(next(link, LinkEvent.BusError.class).text()).contains("did not take");
    }
  }

  @Test
  void errorsAndLossesOfTheAdapterAreTold() throws Exception {
    ScriptedAdapter adapter = new ScriptedAdapter(but('F', "F89\r"));
    try (SerialLink link = open(adapter, false)) {
      assertThat(next(link, LinkEvent.BusError.class).text()).contains("lost frames");
      assertThat(next(link, LinkEvent.BusError.class).text()).contains("errors of the bus");
      assertThat(link.lost()).isPositive();
    }
  }

  @Test
  void anAdapterThatOwesAStatusIsNotAskedForAnother() throws Exception {
    ScriptedAdapter adapter = new ScriptedAdapter(but('F', ScriptedAdapter.SILENT));
    try (SerialLink link = open(adapter, false)) {
      for (int i = 0; i < 20; i++) {
        adapter.tell(SPEED, 1_000 * i);
        next(link, LinkEvent.Seen.class);
      }
      // What it is told comes in order.
      link.speak();
      assertThat(adapter.asked).filteredOn("F"::equals).as("twenty seconds").hasSizeBetween(1, 5);
    }
  }

  @Test
  void anAdapterThatDoesNotKnowTheStatusIsStillUnderstood() throws Exception {
    ScriptedAdapter adapter = new ScriptedAdapter(but('F', ScriptedAdapter.SILENT));
    try (SerialLink link = open(adapter, false)) {
      link.await(0);
      link.speak();
      link.send(REQUEST);
      assertThat(next(link, LinkEvent.Seen.class).stamped().frame()).isEqualTo(REQUEST);
    }
  }

  @Test
  void unpluggedItIsLostOnceAndWhatIsSentAfterGoesNowhere() throws Exception {
    ScriptedAdapter adapter = new ScriptedAdapter(ScriptedAdapter::willing);
    try (SerialLink link = open(adapter, false)) {
      link.speak();
      adapter.unplug();
      assertThat(next(link, LinkEvent.Lost.class).reason()).contains("unplugged");
      link.send(REQUEST);
    }
  }

  /**
   * An adapter that has been open for another program, or a computer that is slow: what it answers
   * to the commands before comes when something else has been asked already.
   */
  @Test
  void answersThatComeLateAreNotTakenForThoseToWhatIsAskedNext() throws Exception {
    SplittableRandom r = new SplittableRandom(5);
    for (int run = 0; run < 60; run++) {
      SplittableRandom own = r.split();
      StringBuilder late = new StringBuilder();
      ScriptedAdapter adapter =
          new ScriptedAdapter(
              c -> {
                String answer =
                    c.equals("C") && own.nextBoolean()
                        ? ScriptedAdapter.REFUSED
                        : ScriptedAdapter.willing(c);
                boolean waits = c.equals("C") || c.equals("F");
                late.append(answer);
                if (waits && own.nextInt(3) > 0) {
                  return ScriptedAdapter.SILENT;
                }
                String all = late.toString();
                late.setLength(0);
                return all;
              });
      adapter.tell("T0CF00400\u0007\r".repeat(own.nextInt(4)));
      try (SerialLink link = open(adapter, false)) {
        link.await(0);
        link.speak();
        assertThat(adapter.asked).as("run %d", run).containsSubsequence("V", "S5", "L", "C", "O");
        link.send(REQUEST);
        assertThat(next(link, LinkEvent.Seen.class).stamped().frame()).isEqualTo(REQUEST);
      }
    }
  }

  /**
   * The contract of a link that listens: whatever the adapter says and whoever wants what, it is
   * never told to take part or to send before {@link SerialLink#speak}.
   */
  @Test
  void beforeItSpeaksNothingIsSentWhateverHappens() throws Exception {
    SplittableRandom r = new SplittableRandom(3);
    String[] odd = {
      "", "\r", "\u0007", "z\r", "F80\r", "F09\r", "V1\r", "hello\r", "T0CF0", "Z\r\r\r"
    };
    for (int run = 0; run < 40; run++) {
      SplittableRandom own = r.split();
      boolean[] begun = new boolean[1];
      ScriptedAdapter adapter =
          new ScriptedAdapter(
              c ->
                  begun[0] && own.nextInt(3) == 0
                      ? odd[own.nextInt(odd.length)]
                      : ScriptedAdapter.willing(c));
      try (SerialLink link = open(adapter, false)) {
        begun[0] = true;
        List<LinkEvent> heard = new ArrayList<>();
        for (int i = 0; i < 60; i++) {
          switch (r.nextInt(6)) {
            case 0 -> adapter.tell(SPEED, r.nextInt(60_000));
            case 1 -> adapter.tell(odd[r.nextInt(odd.length)]);
            case 2 -> link.wake();
            case 3 -> assertThatThrownBy(() -> link.send(REQUEST)).isInstanceOf(LinkRefusal.class);
            default -> heard.add(link.await(0));
          }
        }
        assertThat(heard)
            .filteredOn(LinkEvent.Seen.class::isInstance)
            .allMatch(e -> ((LinkEvent.Seen) e).stamped().frame().equals(SPEED));
      }
      assertThat(adapter.asked).as("run %d", run).noneMatch(a -> a.matches("[OTtRr].*"));
    }
  }
}
