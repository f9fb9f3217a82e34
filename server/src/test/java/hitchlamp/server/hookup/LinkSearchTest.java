package hitchlamp.server.hookup;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.Link;
import hitchlamp.core.bus.LinkCapabilities;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.LinkRefusal;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.hookup.SpeedSearch;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Which bus a unit speaks on, found by listening to one after the other. */
class LinkSearchTest {
  private static final List<SpeedSearch.Candidate> BUSES =
      List.of(
          new SpeedSearch.Candidate("can250", 250_000),
          new SpeedSearch.Candidate("can500", 500_000));

  /** A bus on which a frame comes every so often, or never. */
  private static final class Bus implements Link {
    private final long everyMicros;
    private long now = 1_000_000;
    private boolean closed;

    Bus(long everyMicros) {
      this.everyMicros = everyMicros;
    }

    @Override
    public LinkCapabilities capabilities() {
      return LinkCapabilities.raw(1);
    }

    @Override
    public LinkEvent await(long untilMicros) {
      if (everyMicros == 0 || now + everyMicros > untilMicros) {
        now = Math.max(now, Math.min(untilMicros, now + 10_000_000));
        return new LinkEvent.Ticked(now);
      }
      now += everyMicros;
      return new LinkEvent.Seen(
          new StampedFrame(now, Frame.extended(0x0CF00400, 1, 2, 3, 4, 5, 6, 7, 8)));
    }

    @Override
    public void send(Frame frame) {
      throw new AssertionError("a search sends nothing");
    }

    @Override
    public void close() {
      closed = true;
    }
  }

  private final Map<String, Bus> buses = new HashMap<>();
  private final List<LinkView.State> said = new ArrayList<>();
  private final List<String> opened = new ArrayList<>();
  private LinkSearch search;

  @BeforeEach
  void anAdapter() {
    search =
        new LinkSearch(
            BUSES,
            1,
            bus -> {
              opened.add(bus);
              return buses.get(bus);
            },
            (state, says, next) -> said.add(state));
  }

  private void searches() throws InterruptedException {
    while (search.goesOn() && search.open()) {
      while (search.listens()) {
        search.listen();
      }
      search.close();
    }
  }

  @Test
  void theBusThatSpeaksIsFoundAndStaysOpenWithWhatItSaid() throws InterruptedException {
    buses.put("can250", new Bus(0));
    buses.put("can500", new Bus(20_000));
    searches();
    assertThat(search.found()).contains(BUSES.get(1));
    assertThat(opened).containsExactly("can250", "can500");
    assertThat(buses.get("can250").closed).as("the silent one").isTrue();
    assertThat(buses.get("can500").closed).isFalse();
    assertThat(search.heard()).isNotEmpty();
    assertThat(said).containsOnly(LinkView.State.LISTENING);
  }

  @Test
  void silenceOnEveryBusIsSaidWithWhatToDo() throws InterruptedException {
    buses.put("can250", new Bus(0));
    buses.put("can500", new Bus(0));
    searches();
    assertThat(search.found()).isEmpty();
    search.sayWhyNot();
    assertThat(said).endsWith(LinkView.State.SILENT);
    assertThat(buses.values()).allMatch(b -> b.closed);
  }

  @Test
  void anAdapterThatIsNotThereIsSaidAtOnce() {
    LinkSearch none =
        new LinkSearch(
            BUSES,
            1,
            bus -> {
              throw new LinkRefusal("nothing listens at 127.0.0.1:28700");
            },
            (state, says, next) -> {
              said.add(state);
              assertThat(says).isEqualTo("No link: nothing listens at 127.0.0.1:28700.");
              assertThat(next).isNotEmpty();
            });
    assertThat(none.open()).isFalse();
    assertThat(said).containsExactly(LinkView.State.REFUSED);
  }

  @Test
  void whatTheRefusalKnowsToDoIsSaidInPlaceOfTheCommonAdvice() {
    assertThat(LinkSearch.nextOf(new LinkRefusal("no port", "Plug it in.")))
        .isEqualTo("Plug it in.");
    assertThat(LinkSearch.nextOf(new LinkRefusal("no port"))).contains("then hook up again");
  }
}
