package hitchlamp.grade;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.j1939.Identifier;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.log.LogFile;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.watch.Dbc;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Reads a candump log and decodes every signal of a DBC in it; prints how often each came and the
 * sum of its counts. Exists to be timed as a whole process beside another decoder that prints the
 * same.
 */
public final class DecodeLog {
  private DecodeLog() {}

  /** {@code DecodeLog IN.log IN.dbc OUT.txt}. */
  public static void main(String[] args) throws IOException {
    Map<Integer, List<Parameter>> byGroup = new HashMap<>();
    Dbc.read(Files.readString(Path.of(args[1])))
        .parameters()
        .forEach(p -> byGroup.computeIfAbsent(p.pgn(), g -> new java.util.ArrayList<>()).add(p));
    Map<Parameter, long[]> sums = new HashMap<>();
    LogFile.read(Path.of(args[0]), (bus, f) -> take(f, byGroup, sums));
    Map<Integer, String> lines = new TreeMap<>();
    sums.forEach((p, s) -> lines.put(p.spn(), "S" + p.spn() + "\t" + s[0] + "\t" + s[1] + "\n"));
    Files.writeString(Path.of(args[2]), String.join("", lines.values()));
  }

  private static void take(
      StampedFrame stamped, Map<Integer, List<Parameter>> byGroup, Map<Parameter, long[]> sums) {
    Frame f = stamped.frame();
    List<Parameter> in = f.extended() ? byGroup.get(Identifier.pgnOf(f.identifier())) : null;
    if (in == null || f.length() < 8) {
      return;
    }
    byte[] data = new byte[8];
    for (int i = 0; i < 8; i++) {
      data[i] = (byte) f.at(i);
    }
    long at = stamped.micros();
    Message m =
        new Message(
            Identifier.pgnOf(f.identifier()),
            Identifier.sourceOf(f.identifier()),
            255,
            6,
            data,
            at,
            at);
    for (Parameter p : in) {
      long[] s = sums.computeIfAbsent(p, x -> new long[2]);
      s[0]++;
      s[1] += p.raw(m);
    }
  }
}
