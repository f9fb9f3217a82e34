package hitchlamp.grade;

import hitchlamp.core.pack.DriveKind;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.watch.Channel;
import hitchlamp.core.watch.Csv;
import hitchlamp.core.watch.CsvFault;
import hitchlamp.core.watch.CsvMap;
import hitchlamp.core.watch.CsvMapReader;
import hitchlamp.core.watch.PowerPull;
import hitchlamp.core.watch.Scale;
import hitchlamp.core.watch.SeaTrial;
import hitchlamp.core.watch.Series;
import hitchlamp.core.watch.Statistics;
import hitchlamp.core.watch.Track;
import java.io.IOException;
import java.nio.charset.MalformedInputException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** A table of another program, read and analysed without server and database. */
final class TableTry {
  private static final int GUESSED_FROM = 60;

  /** What was asked for cannot be done with this table. */
  static final class Unusable extends RuntimeException {
    Unusable(String why) {
      super(why);
    }
  }

  private final List<Series> series;

  private TableTry(List<Series> series) {
    this.series = series;
  }

  static TableTry of(Path file, Path map) throws IOException {
    CsvMap how = map == null ? guess(file) : map(map);
    Track[] track = new Track[1];
    long[][] micros = {new long[1_024]};
    long[][][] raws = new long[1][][];
    int[] rows = {0};
    Csv.read(
        () -> Files.newBufferedReader(file),
        how,
        file.getFileName().toString(),
        new Csv.Sink() {
          @Override
          public void begins(Track t) {
            track[0] = t;
            raws[0] = new long[t.channels().size()][1_024];
          }

          @Override
          public void row(long at, long[] values) {
            int n = rows[0]++;
            if (n == micros[0].length) {
              micros[0] = Arrays.copyOf(micros[0], 2 * n);
              for (int c = 0; c < values.length; c++) {
                raws[0][c] = Arrays.copyOf(raws[0][c], 2 * n);
              }
            }
            micros[0][n] = at;
            for (int c = 0; c < values.length; c++) {
              raws[0][c][n] = values[c];
            }
          }
        });
    long[] times = Arrays.copyOf(micros[0], rows[0]);
    List<Series> all = new ArrayList<>();
    for (int c = 0; c < raws[0].length; c++) {
      all.add(new Series(track[0].channels().get(c), times, Arrays.copyOf(raws[0][c], rows[0])));
    }
    return new TableTry(all);
  }

  private static CsvMap guess(Path file) throws IOException {
    try (Stream<String> lines = Files.lines(file)) {
      return CsvMap.guess(lines.limit(GUESSED_FROM).toList());
    } catch (java.io.UncheckedIOException e) {
      if (e.getCause() instanceof MalformedInputException) {
        throw new CsvFault(1, "the file is not text in UTF-8; save it as UTF-8 and try again");
      }
      throw e;
    }
  }

  private static CsvMap map(Path map) throws IOException {
    return CsvMapReader.read(map.toString(), Files.readString(map));
  }

  /** What an analysis finds, as JSON. */
  String analysed(String name, Pack pack, double massKg, int gear) {
    Object found =
        switch (name == null ? "statistics" : name) {
          case "statistics" -> statistics();
          case "power-pull" ->
              PowerPull.of(
                  need(190, ""),
                  need(91, ""),
                  of(84, ""),
                  drive(pack),
                  new PowerPull.Setup(massKg, 0.03, 0, 0.003, gear));
          case "cutout-under-load" -> LoadedTry.of(series, pack);
          case "conversion" -> ConversionTry.of(series, pack);
          case "sea-trial" -> SeaTrial.of(engines(), drive(pack));
          default ->
              throw new Unusable(
                  "There is no analysis named '"
                      + name
                      + "'; say statistics, power-pull, sea-trial, cutout-under-load or conversion.");
        };
    return JsonMapper.builder()
        .enable(SerializationFeature.INDENT_OUTPUT)
        .build()
        .writeValueAsString(found);
  }

  private static DriveKind drive(Pack pack) {
    return pack.drive()
        .orElseThrow(
            () -> new Unusable("The pack does not say how the unit drives; name one with --pack."));
  }

  private Map<String, Statistics> statistics() {
    Map<String, Statistics> all = new LinkedHashMap<>();
    series.forEach(s -> all.put(s.channel().name(), Statistics.of(s)));
    return all;
  }

  private List<SeaTrial.Engine> engines() {
    List<String> sides =
        series.stream()
            .filter(s -> s.channel().spn() == 190)
            .map(s -> s.channel().side())
            .distinct()
            .toList();
    if (sides.isEmpty()) {
      throw new Unusable("The table holds no engine speed (SPN 190); map a column to it.");
    }
    return sides.stream()
        .map(
            side ->
                new SeaTrial.Engine(
                    side,
                    need(190, side),
                    of(513, side),
                    of(514, side),
                    of(91, side),
                    of(110, side),
                    of(173, side),
                    of(102, side),
                    of(183, side)))
        .toList();
  }

  private Series need(int spn, String side) {
    Series found = of(spn, side);
    if (found.size() == 0) {
      throw new Unusable("The table holds no column of SPN " + spn + "; map one to it.");
    }
    return found;
  }

  private Series of(int spn, String side) {
    return series.stream()
        .filter(s -> s.channel().spn() == spn && s.channel().side().equals(side))
        .findFirst()
        .orElse(
            new Series(
                new Channel(
                    "none/" + spn,
                    "not in the table",
                    spn,
                    "",
                    "",
                    side,
                    Channel.Source.FILE,
                    0,
                    Scale.plain(1, Unit.ONE)),
                new long[0],
                new long[0]));
  }
}
