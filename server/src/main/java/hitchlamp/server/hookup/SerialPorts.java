package hitchlamp.server.hookup;

import com.fazecast.jSerialComm.SerialPort;
import com.fazecast.jSerialComm.SerialPortInvalidPortException;
import hitchlamp.core.bus.LinkRefusal;
import hitchlamp.server.config.Settings;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Serial ports of this computer, and those that its settings name beside them. */
@Component
class SerialPorts {
  private static final int WAIT_MILLIS = 50;
  private static final int DATA_BITS = 8;
  private static final int TRIES = 15;
  private static final long TRY_MILLIS = 200;

  private final List<String> named;
  private final int baud;

  /**
   * A port that an adapter may be plugged into.
   *
   * @param path as the system names it
   * @param title its short name
   */
  record Port(String path, String title) {}

  SerialPorts(Settings settings) {
    String text = settings.serialPorts() == null ? "" : settings.serialPorts();
    this.named = Stream.of(text.split(",")).map(String::strip).filter(p -> !p.isEmpty()).toList();
    this.baud = settings.serialBaud();
  }

  /** What is plugged in now. */
  List<Port> list() {
    List<Port> ports = new ArrayList<>();
    named.stream()
        .filter(p -> Files.exists(Path.of(p)))
        .forEach(p -> ports.add(new Port(p, Path.of(p).getFileName().toString())));
    for (SerialPort port : SerialPort.getCommPorts()) {
      String path = port.getSystemPortPath();
      if (ports.stream().noneMatch(p -> p.path().equals(path))) {
        ports.add(new Port(path, port.getSystemPortName()));
      }
    }
    return ports;
  }

  /**
   * Opens a port.
   *
   * @throws LinkRefusal where nothing is plugged in there, or another program has it
   */
  SerialLine open(String path) {
    SerialPort port;
    try {
      port = SerialPort.getCommPort(path);
    } catch (SerialPortInvalidPortException e) {
      throw new LinkRefusal(
          HookupWords.say("no-serial-port", path), HookupWords.say("plug-the-adapter-in"));
    }
    port.setComPortParameters(baud, DATA_BITS, SerialPort.ONE_STOP_BIT, SerialPort.NO_PARITY);
    port.setComPortTimeouts(SerialPort.TIMEOUT_READ_SEMI_BLOCKING, WAIT_MILLIS, 0);
    if (!opens(port)) {
      throw new LinkRefusal(
          HookupWords.say("the-serial-port-does-not-open", path),
          HookupWords.say("free-the-serial-port"));
    }
    return new Opened(port);
  }

  /** A hook-up that ends gives its port back a moment later than the next one asks for it. */
  private static boolean opens(SerialPort port) {
    for (int i = 0; i < TRIES; i++) {
      if (port.openPort(0)) {
        return true;
      }
      try {
        TimeUnit.MILLISECONDS.sleep(TRY_MILLIS);
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        return false;
      }
    }
    return false;
  }

  private record Opened(SerialPort port) implements SerialLine {
    @Override
    public int read(byte[] into) throws IOException {
      int count = port.readBytes(into, into.length);
      if (count < 0) {
        throw new IOException(HookupWords.say("the-adapter-was-unplugged"));
      }
      return count;
    }

    @Override
    public void write(byte[] bytes) throws IOException {
      if (port.writeBytes(bytes, bytes.length) < bytes.length) {
        throw new IOException(HookupWords.say("the-adapter-was-unplugged"));
      }
    }

    @Override
    public void close() {
      port.closePort();
    }
  }
}
