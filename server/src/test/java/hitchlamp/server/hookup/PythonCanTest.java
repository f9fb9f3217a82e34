package hitchlamp.server.hookup;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.serve.StandIn;
import java.net.InetAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** An independent client, python3-can, reads the stand-in's serial adapter and sends through it. */
class PythonCanTest {
  private static final int FRAMES = 400;
  private static final String OWN = "18EAFFF1 1 EEFE00";
  private static final String CLIENT =
      """
      import sys, can
      bus = can.Bus(interface='slcan', channel=sys.argv[1], bitrate=250000)
      bus.send(can.Message(arbitration_id=0x18EAFFF1, is_extended_id=True, data=[0xEE, 0xFE, 0x00]))
      for i in range(%d):
        m = bus.recv(5)
        print('%%08X %%d %%s' %% (m.arbitration_id, m.is_extended_id, m.data.hex().upper()))
      bus.shutdown()
      """
          .formatted(FRAMES);

  @TempDir Path folder;

  private static String line(Frame frame) {
    byte[] octets = new byte[frame.length()];
    for (int i = 0; i < octets.length; i++) {
      octets[i] = (byte) frame.at(i);
    }
    return String.format(
        Locale.ROOT,
        "%08X %d %s",
        frame.identifier(),
        frame.extended() ? 1 : 0,
        HexFormat.of().withUpperCase().formatHex(octets));
  }

  @Test
  void readsTheSameFramesInTheSameOrderAndIsHeard() throws Exception {
    List<String> tapped = new ArrayList<>();
    try (StandIn units =
            StandIn.start(
                InetAddress.getLoopbackAddress(),
                0,
                0,
                1,
                List.of(Scenario.read(Path.of("../standin/scenarios/roll-call-12.yaml"))));
        Plugged in = Plugged.in(folder.resolve("adapter"), units.adapterPort(0));
        TcpLink tap = TcpLink.open("127.0.0.1", units.port(0), "can250", 1)) {
      Process client =
          new ProcessBuilder("/usr/bin/python3", "-c", CLIENT, in.path().toString())
              .redirectErrorStream(true)
              .start();
      while (client.isAlive()) {
        if (tap.await(Long.MAX_VALUE) instanceof LinkEvent.Seen s) {
          tapped.add(line(s.stamped().frame()));
        }
      }
      assertThat(client.waitFor(1, TimeUnit.SECONDS)).isTrue();
      List<String> read =
          new String(client.getInputStream().readAllBytes(), StandardCharsets.UTF_8)
              .lines()
              .toList();
      assertThat(read).hasSize(FRAMES);
      // It joins somewhere amid the traffic; a frame may have come before, a row of 400 not.
      List<String> heard = new ArrayList<>(tapped);
      heard.remove(OWN);
      assertThat(
              IntStream.rangeClosed(0, heard.size() - FRAMES)
                  .anyMatch(from -> heard.subList(from, from + FRAMES).equals(read)))
          .as("the same frames in the same order")
          .isTrue();
      assertThat(tapped).as("what it sent was on the bus").contains(OWN);
    }
  }
}
