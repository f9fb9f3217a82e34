package hitchlamp.server.hookup;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.SlcanText;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.function.UnaryOperator;

/** A serial adapter that answers by a script. */
final class ScriptedAdapter implements SerialLine {
  static final String DONE = "\r";
  static final String REFUSED = "\u0007";
  static final String SILENT = "";

  /** What was written to it, line by line. */
  final List<String> asked = new CopyOnWriteArrayList<>();

  private final UnaryOperator<String> script;
  private final BlockingQueue<byte[]> says = new LinkedBlockingQueue<>();
  private final StringBuilder line = new StringBuilder();
  private volatile boolean unplugged;
  volatile boolean closed;

  /**
   * @param script what it answers to a line
   */
  ScriptedAdapter(UnaryOperator<String> script) {
    this.script = script;
  }

  /** One that does whatever it is asked. */
  static String willing(String command) {
    return switch (command.isEmpty() ? ' ' : command.charAt(0)) {
      case ' ' -> SILENT;
      case 'V' -> "V0100\r";
      case 'F' -> "F00\r";
      case 'T' -> "Z\r";
      case 't' -> "z\r";
      default -> DONE;
    };
  }

  void tell(String text) {
    says.add(text.getBytes(StandardCharsets.ISO_8859_1));
  }

  void tell(Frame frame, int millis) {
    says.add(SlcanText.tell(frame, millis));
  }

  void unplug() {
    unplugged = true;
  }

  @Override
  public int read(byte[] into) throws IOException {
    try {
      byte[] next = says.poll(5, TimeUnit.MILLISECONDS);
      if (next == null && unplugged) {
        throw new IOException("the adapter was unplugged");
      }
      if (next == null) {
        return 0;
      }
      System.arraycopy(next, 0, into, 0, next.length);
      return next.length;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return 0;
    }
  }

  @Override
  public void write(byte[] bytes) throws IOException {
    if (unplugged) {
      throw new IOException("the adapter was unplugged");
    }
    for (byte b : bytes) {
      if (b == '\r') {
        String said = line.toString();
        line.setLength(0);
        asked.add(said);
        String answer = script.apply(said);
        if (!answer.isEmpty()) {
          tell(answer);
        }
      } else {
        line.append((char) b);
      }
    }
  }

  @Override
  public void close() {
    closed = true;
  }
}
