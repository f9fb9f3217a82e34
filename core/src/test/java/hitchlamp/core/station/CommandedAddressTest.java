package hitchlamp.core.station;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.j1939.Address;
import hitchlamp.core.j1939.Name;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Somebody on the bus commands this tool to another address (J1939-81, from memory). */
class CommandedAddressTest {
  private static final Name OURS = new Name(0x0102_0304_0506_0708L);
  private static final int BY = 0x21;

  private final List<Frame> sent = new ArrayList<>();
  private final List<String> told = new ArrayList<>();
  private final Station station =
      new Station(
          OURS,
          250_000,
          false,
          sent::add,
          new Station.Listener() {
            @Override
            public void commanded(int address, int by, boolean obeyed) {
              told.add(by + " wants " + address + (obeyed ? ", taken" : ", refused"));
            }
          });
  private long now;

  CommandedAddressTest() {
    station.start(0);
    pass(300_000);
    assertThat(station.address()).isEqualTo(Address.SERVICE_TOOL_1);
    sent.clear();
  }

  private void pass(long micros) {
    now += micros;
    station.on(new LinkEvent.Ticked(now));
  }

  private void say(int identifier, int... bytes) {
    now += 50_000;
    station.on(new LinkEvent.Seen(new StampedFrame(now, Frame.extended(identifier, bytes))));
  }

  /** The nine bytes of the command, broadcast in two packets. */
  private void command(long name, int address) {
    say(0x1CECFF00 | BY, 0x20, 9, 0, 2, 0xFF, 0xD8, 0xFE, 0x00);
    int[] first = new int[8];
    first[0] = 1;
    for (int i = 0; i < 7; i++) {
      first[i + 1] = (int) (name >>> 8 * i) & 0xFF;
    }
    say(0x1CEBFF00 | BY, first);
    say(0x1CEBFF00 | BY, 2, (int) (name >>> 56), address, 0xFF, 0xFF, 0xFF, 0xFF, 0xFF);
  }

  @Test
  void aServiceToolsOtherAddressIsClaimedAndUsedFromThenOn() {
    command(OURS.bits(), Address.SERVICE_TOOL_2);
    assertThat(told).containsExactly("33 wants 250, taken");
    assertThat(sent).containsExactly(new Frame(0x18EEFFFA, true, 8, OURS.bits()));
    pass(300_000);
    assertThat(station.address()).isEqualTo(Address.SERVICE_TOOL_2);
  }

  @Test
  void anyOtherAddressIsRefusedAndSaid() {
    command(OURS.bits(), 0);
    assertThat(told).containsExactly("33 wants 0, refused");
    assertThat(station.address()).isEqualTo(Address.SERVICE_TOOL_1);
    assertThat(sent).isEmpty();
  }

  @Test
  void whatIsMeantForAnotherIsNoneOfOurs() {
    command(OURS.bits() + 1, Address.SERVICE_TOOL_2);
    assertThat(told).isEmpty();
    assertThat(sent).isEmpty();
  }

  @Test
  void whileSomethingIsHeldTheAddressStays() {
    station.letGoFirst(List.of(SessionHold.of("s", "a session", "End it", 0, 0)));
    sent.clear();
    command(OURS.bits(), Address.SERVICE_TOOL_2);
    assertThat(told).containsExactly("33 wants 250, refused");
    assertThat(station.address()).isEqualTo(Address.SERVICE_TOOL_1);
  }
}
