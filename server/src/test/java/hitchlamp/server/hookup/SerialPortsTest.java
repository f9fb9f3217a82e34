package hitchlamp.server.hookup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.LinkRefusal;
import hitchlamp.server.config.Settings;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.serve.StandIn;
import java.net.InetAddress;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A serial adapter at a pseudo-terminal: what a real one does, down to being unplugged. */
class SerialPortsTest {
  private static final int RIGHT = 250_000;
  private static final int REQUEST = 0x18EA_FFF9;

  @TempDir Path folder;
  private StandIn units;
  private Path path;
  private SerialPorts ports;

  @BeforeEach
  void aTruck() throws Exception {
    units =
        StandIn.start(
            InetAddress.getLoopbackAddress(),
            0,
            0,
            1,
            List.of(Scenario.read(Path.of("../standin/scenarios/roll-call-12.yaml"))));
    path = folder.resolve("adapter");
    ports = new SerialPorts(new Settings("", "", "", false, path.toString(), 115_200));
  }

  @AfterEach
  void end() {
    units.close();
  }

  private SerialLink open(int rate) {
    return SerialLink.open(ports.open(path.toString()), "adapter", rate, false);
  }

  private static Frame frame(SerialLink link) throws InterruptedException {
    for (int i = 0; i < 10_000; i++) {
      if (link.await(Long.MAX_VALUE) instanceof LinkEvent.Seen s) {
        return s.stamped().frame();
      }
    }
    throw new AssertionError("nothing was heard");
  }

  @Test
  void whatIsNamedInTheSettingsIsListedWhileItIsPluggedIn() throws Exception {
    assertThat(ports.list()).extracting(SerialPorts.Port::path).doesNotContain(path.toString());
    try (Plugged in = Plugged.in(path, units.adapterPort(0))) {
      assertThat(ports.list()).extracting(SerialPorts.Port::path).contains(in.path().toString());
    }
  }

  @Test
  void whereNothingIsPluggedInNothingOpens() {
    assertThatThrownBy(() -> ports.open(path.toString())).isInstanceOf(LinkRefusal.class);
  }

  @Test
  void atTheRightRateItHearsTheBusAndSendsOnceItIsProven() throws Exception {
    try (Plugged in = Plugged.in(path, units.adapterPort(0));
        SerialLink link = open(RIGHT)) {
      assertThat(in.path()).isEqualTo(path);
      assertThat(frame(link).extended()).isTrue();
      Frame request = Frame.extended(REQUEST, 0xEB, 0xFE, 0x00);
      assertThatThrownBy(() -> link.send(request)).isInstanceOf(LinkRefusal.class);
      link.speak();
      link.send(request);
      boolean own = false;
      boolean answered = false;
      for (int i = 0; i < 20_000 && !(own && answered); i++) {
        if (link.await(Long.MAX_VALUE) instanceof LinkEvent.Seen s) {
          own |= s.stamped().frame().equals(request);
          answered |= (s.stamped().frame().identifier() & 0xFFFF00) == 0xECFF00;
        }
      }
      assertThat(own).as("its own frame is seen").isTrue();
      assertThat(answered).as("modules announce their software").isTrue();
      assertThat(link.lost()).isZero();
    }
  }

  /** Hooked up anew, the port is asked for while the hook-up before still gives it back. */
  @Test
  void aPortThatIsGivenBackAMomentLaterOpens() throws Exception {
    try (Plugged in = Plugged.in(path, units.adapterPort(0))) {
      SerialLine first = ports.open(in.path().toString());
      CompletableFuture<Void> closes =
          CompletableFuture.runAsync(
              first::close, CompletableFuture.delayedExecutor(400, TimeUnit.MILLISECONDS));
      try (SerialLink link = open(RIGHT)) {
        assertThat(closes).as("the first one had it").isDone();
        assertThat(frame(link).extended()).isTrue();
      }
    }
  }

  /** It waits for the port no longer than one that ends needs to give it back. */
  @Test
  void aPortThatAnotherProgramHasIsRefusedWithWhatToDoAndOpensOnceItIsFree() throws Exception {
    try (Plugged in = Plugged.in(path, units.adapterPort(0))) {
      Process other =
          new ProcessBuilder("flock", path.toString(), "sh", "-c", "echo has it; cat").start();
      try {
        assertThat(other.inputReader().readLine()).isEqualTo("has it");
        assertThatThrownBy(() -> ports.open(path.toString()))
            .isInstanceOfSatisfying(
                LinkRefusal.class, r -> assertThat(r.next()).contains("End the other program"))
            .hasMessageContaining("another program has it");
      } finally {
        other.outputWriter().close();
        other.waitFor();
      }
      try (SerialLink link = open(RIGHT)) {
        assertThat(frame(link).extended()).isTrue();
        assertThat(in.path()).isEqualTo(path);
      }
    }
  }

  @Test
  void atAWrongRateItTellsErrorsOnly() throws Exception {
    try (Plugged in = Plugged.in(path, units.adapterPort(0));
        SerialLink link = open(2 * RIGHT)) {
      int errors = 0;
      while (errors < 5) {
        LinkEvent event = link.await(Long.MAX_VALUE);
        assertThat(event).isNotInstanceOf(LinkEvent.Seen.class);
        errors += event instanceof LinkEvent.BusError ? 1 : 0;
      }
    }
  }

  @Test
  void twentyTimesUnpluggedIsTwentyTimesToldAndPluggedInAgain() throws Exception {
    for (int i = 0; i < 20; i++) {
      Plugged in = Plugged.in(path, units.adapterPort(0));
      try (SerialLink link = open(RIGHT)) {
        frame(link);
        in.close();
        LinkEvent event = link.await(Long.MAX_VALUE);
        while (!(event instanceof LinkEvent.Lost)) {
          event = link.await(Long.MAX_VALUE);
        }
        assertThat(((LinkEvent.Lost) event).reason()).contains("unplugged");
      }
    }
  }
}
