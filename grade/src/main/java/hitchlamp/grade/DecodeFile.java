package hitchlamp.grade;

import hitchlamp.core.bus.Pcap;
import hitchlamp.core.j1939.Identifier;
import java.io.FileOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;

/**
 * Prints priority, group, source and destination of every frame of a capture, a line each, fields
 * between tabs: the same text as {@code tshark -T fields} with the J1939 fields of these names.
 * Exists to be timed beside it as a whole process.
 */
public final class DecodeFile {
  private static final int BUFFER = 1 << 16;
  private static final int LONGEST_LINE = 32;

  private final byte[] out = new byte[BUFFER];
  private final OutputStream sink;
  private int at;
  private IOException failure;

  private DecodeFile(OutputStream sink) {
    this.sink = sink;
  }

  /** {@code DecodeFile IN.pcap OUT.txt}. */
  public static void main(String[] args) throws IOException {
    try (FileChannel in = FileChannel.open(Path.of(args[0]), StandardOpenOption.READ);
        OutputStream out = new FileOutputStream(args[1])) {
      DecodeFile decode = new DecodeFile(out);
      Pcap.read(
          in.map(FileChannel.MapMode.READ_ONLY, 0, in.size()),
          (micros, id, extended, length, payload) -> decode.line(id));
      decode.flush();
      if (decode.failure != null) {
        throw decode.failure;
      }
    }
  }

  private void line(int id) {
    if (at > BUFFER - LONGEST_LINE) {
      flush();
    }
    number(Identifier.priorityOf(id));
    out[at++] = '\t';
    int pgn = Identifier.pgnOf(id);
    number(pgn);
    out[at++] = '\t';
    number(Identifier.sourceOf(id));
    out[at++] = '\t';
    if (Identifier.hasDestination(pgn)) {
      number(Identifier.destinationOf(id));
    }
    out[at++] = '\n';
  }

  private void number(int value) {
    int digits =
        value < 10
            ? 1
            : value < 100 ? 2 : value < 1_000 ? 3 : value < 10_000 ? 4 : value < 100_000 ? 5 : 6;
    for (int i = at + digits - 1; i >= at; i--) {
      out[i] = (byte) ('0' + value % 10);
      value /= 10;
    }
    at += digits;
  }

  private void flush() {
    try {
      sink.write(out, 0, at);
    } catch (IOException e) {
      failure = e;
    }
    at = 0;
  }
}
