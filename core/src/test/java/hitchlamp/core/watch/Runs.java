package hitchlamp.core.watch;

import hitchlamp.core.j1939.Message;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.quantity.Unit;
import java.nio.file.Path;
import java.util.function.DoubleUnaryOperator;

/** Messages and series for tests of watching. */
final class Runs {
  static final Pack PACK = PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");
  static final long SECOND = 1_000_000;
  private static final int EEC1 = 61444;

  private Runs() {}

  /** Engine speed as the engine's module broadcasts it; not available where negative. */
  static Message speed(double seconds, double rpm) {
    int raw = rpm < 0 ? 0xFFFF : (int) Math.round(rpm / 0.125);
    byte[] data = new byte[8];
    java.util.Arrays.fill(data, (byte) 0xFF);
    data[3] = (byte) raw;
    data[4] = (byte) (raw >> 8);
    long at = Math.round(seconds * SECOND);
    return new Message(EEC1, 0, 255, 3, data, at, at);
  }

  /** A plain series of a file. */
  static Series series(
      String name, Unit unit, double step, double seconds, DoubleUnaryOperator of) {
    int n = (int) Math.round(seconds / step) + 1;
    long[] micros = new long[n];
    long[] raws = new long[n];
    for (int i = 0; i < n; i++) {
      micros[i] = Math.round(i * step * SECOND);
      raws[i] = Math.round(of.applyAsDouble(i * step) * 1e4);
    }
    return new Series(
        new Channel(
            "file/" + name,
            name,
            0,
            "file",
            "file",
            "",
            Channel.Source.FILE,
            0,
            Scale.plain(1e-4, unit)),
        micros,
        raws);
  }
}
