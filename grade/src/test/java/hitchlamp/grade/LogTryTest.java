package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Candump;
import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.hookup.ListenIn;
import hitchlamp.core.j1939.Identifier;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.station.Station;
import java.io.IOException;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * A log tells the same whether all its frames are handed to the station, or only those that say
 * more than that their sender is there.
 */
class LogTryTest {
  private static final Pack PACK = PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");
  private static final int[] GROUPS = {
    Pgn.ADDRESS_CLAIMED,
    Pgn.REQUEST,
    Pgn.ACKNOWLEDGEMENT,
    Pgn.TRANSPORT_CONTROL,
    Pgn.TRANSPORT_DATA,
    Pgn.SERVICES,
    Pgn.DM1,
    Pgn.DM2,
    Pgn.ENGINE_HOURS,
    Pgn.COMMANDED_ADDRESS,
    61_444,
    65_262,
    65_500,
    0xEF00
  };

  @TempDir private Path folder;

  private static StampedFrame any(SplittableRandom dice, long at) {
    if (dice.nextInt(20) == 0) {
      return new StampedFrame(at, new Frame(dice.nextInt(0x800), false, 8, dice.nextLong()));
    }
    int pgn = GROUPS[dice.nextInt(GROUPS.length)];
    int source = dice.nextInt(8) == 0 ? 250 + dice.nextInt(6) : dice.nextInt(5);
    int to = dice.nextBoolean() ? 255 : dice.nextInt(5);
    int[] data = new int[8];
    for (int i = 0; i < data.length; i++) {
      data[i] = dice.nextInt(256);
    }
    if (pgn == Pgn.TRANSPORT_CONTROL) {
      int size = 9 + dice.nextInt(20);
      data[0] = new int[] {32, 16, 17, 19, 255}[dice.nextInt(5)];
      data[1] = data[0] == 17 ? 1 + dice.nextInt(4) : size;
      data[2] = 0;
      data[3] = (size + 6) / 7;
      data[5] = Pgn.DM1 & 0xFF;
      data[6] = Pgn.DM1 >> 8;
      data[7] = 0;
    } else if (pgn == Pgn.TRANSPORT_DATA) {
      data[0] = 1 + dice.nextInt(4);
    }
    return new StampedFrame(at, Frame.extended(Identifier.to(to, pgn, source, 6).bits(), data));
  }

  @Test
  void whatIsNotHandedOverChangesNothing() throws IOException {
    for (int seed = 0; seed < 60; seed++) {
      SplittableRandom dice = new SplittableRandom(seed);
      List<StampedFrame> frames = new ArrayList<>();
      long at = 1_000_000;
      for (int i = 0; i < 1_500; i++) {
        at += dice.nextInt(30) == 0 ? dice.nextInt(3_000_000) : dice.nextInt(40_000);
        frames.add(any(dice, at));
      }
      Path log = folder.resolve(seed + ".log");
      try (Writer out = Files.newBufferedWriter(log)) {
        Candump.write(out, "can0", frames);
      }
      Map<?, ?> bus =
          (Map<?, ?>) ((Map<?, ?>) new LogTry(PACK, null, null).read(log).get("buses")).get("can0");
      ListenIn listen = new ListenIn(PACK);
      Station station = new Station(Reading.OWN, 0, true, f -> {}, new Station.Listener() {});
      station.start(frames.get(0).micros());
      station.run(listen);
      frames.forEach(f -> station.on(new LinkEvent.Seen(f)));
      station.on(new LinkEvent.Lost(at, "the recording ends here"));
      station.on(new LinkEvent.Ticked(at + 10_000_000));
      station.stop(listen);
      assertThat(bus.get("roll")).as("seed %s", seed).isEqualTo(ReadingJson.of(listen.result()));
      assertThat(bus.get("broken")).isEqualTo(ReadingJson.broken(listen.broken()));
      assertThat(listen.broken()).as("transfers break").isNotEmpty();
    }
  }
}
