package hitchlamp.core.hookup;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.station.Station;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;

/** A roll by listening alone: who was there, who asked, what came and went. */
class ListenInTest {
  private static final int DM1 = 0x18FECA00;
  private static final int REQUEST_ALL = 0x18EAFFF9;

  private final ListenIn listen = new ListenIn(PackLibrary.read(Path.of("../packs")).base());
  private final Station station =
      new Station(new Name(1), 0, true, f -> {}, new Station.Listener() {});
  private long now;

  ListenInTest() {
    station.start(0);
    station.run(listen);
  }

  private void say(double seconds, int identifier, int... bytes) {
    now += Math.round(seconds * 1e6);
    station.on(new LinkEvent.Seen(new StampedFrame(now, Frame.extended(identifier, bytes))));
  }

  private void fault(double after, int spn, int fmi) {
    say(after, DM1, 0x04, 0xFF, spn & 0xFF, spn >> 8, spn >> 16 << 5 | fmi, 1, 0xFF, 0xFF);
  }

  private Roll ended() {
    station.on(new LinkEvent.Ticked(now + 10_000_000));
    station.stop(listen);
    return listen.result();
  }

  private static RollEntry at(Roll roll, int address) {
    return roll.entries().stream().filter(e -> e.address() == address).findFirst().orElseThrow();
  }

  @Test
  void whoIsHeardInPacketsOnlyIsOnTheRollWithWhatBroke() {
    say(0, 0x1CECFF21, 0x20, 20, 0, 3, 0xFF, 0xCA, 0xFE, 0x00);
    say(0.05, 0x1CEBFF21, 1, 1, 2, 3, 4, 5, 6, 7);
    RollEntry body = at(ended(), 0x21);
    assertThat(body.presence()).isEqualTo(RollEntry.Presence.SENDS_ONLY);
    assertThat(body.oddities()).singleElement().asString().contains("65226").contains("1 of 3");
  }

  @Test
  void anAbortTellsWhoAndWhy() {
    say(0, 0x1CECF900, 0x10, 20, 0, 3, 0xFF, 0xEB, 0xFE, 0x00);
    say(0.01, 0x1CEC00F9, 0x11, 3, 1, 0xFF, 0xFF, 0xEB, 0xFE, 0x00);
    say(0.01, 0x1CEBF900, 1, 1, 2, 3, 4, 5, 6, 7);
    say(0.01, 0x1CEC00F9, 0xFF, 2, 0xFF, 0xFF, 0xFF, 0xEB, 0xFE, 0x00);
    assertThat(at(ended(), 0).oddities())
        .singleElement()
        .asString()
        .contains("aborted by 249")
        .contains("no room");
  }

  @Test
  void aFaultThatWasActiveAndWentIsTold() {
    fault(0, 102, 4);
    fault(1, 102, 4);
    say(1, DM1, 0, 0xFF, 0, 0, 0, 0, 0xFF, 0xFF);
    Roll roll = ended();
    assertThat(roll.faults()).isEmpty();
    assertThat(roll.notes()).anyMatch(n -> n.contains("SPN 102 FMI 4") && n.contains("2.0 s"));
  }

  @Test
  void oneThatCameBackIsActiveAndDidNotGo() {
    fault(0, 102, 4);
    fault(1, 110, 3);
    fault(1, 102, 4);
    Roll roll = ended();
    assertThat(roll.faults()).extracting(f -> f.spn()).containsExactly(102);
    assertThat(roll.notes())
        .anyMatch(n -> n.contains("SPN 110 FMI 3"))
        .noneMatch(n -> n.contains("SPN 102 FMI 4 was"));
  }

  @Test
  void whoAskedWhomForWhatIsTold() {
    say(0, REQUEST_ALL, 0xCA, 0xFE, 0);
    say(1, REQUEST_ALL, 0xCA, 0xFE, 0);
    say(1, 0x18EA00F9, 0xEB, 0xFE, 0);
    assertThat(ended().notes())
        .anyMatch(
            n ->
                n.contains("249")
                    && n.contains("65226 of everybody (2×)")
                    && n.contains("65259 of 0 (1×)"));
  }

  @Test
  void aRefusalIsAnAnswer() {
    say(0, 0x18EA0BF9, 0xEB, 0xFE, 0);
    say(0.05, 0x18E8FF0B, 1, 0xFF, 0xFF, 0xFF, 0xF9, 0xEB, 0xFE, 0);
    RollEntry brakes = at(ended(), 0x0B);
    assertThat(brakes.presence()).isEqualTo(RollEntry.Presence.ANSWERS);
    assertThat(brakes.told()).containsEntry(Item.COMPONENT, Item.Told.NOT_SUPPORTED);
  }

  @Test
  void aFaultListThatIsBroadcastIsNoAnswerUnlessItWasAskedFor() {
    fault(0, 102, 4);
    fault(1, 102, 4);
    assertThat(listen.result().entries().get(0).presence())
        .isEqualTo(RollEntry.Presence.SENDS_ONLY);
    say(0.3, REQUEST_ALL, 0xCA, 0xFE, 0);
    fault(0.1, 102, 4);
    assertThat(at(ended(), 0).presence()).isEqualTo(RollEntry.Presence.ANSWERS);
  }
}
