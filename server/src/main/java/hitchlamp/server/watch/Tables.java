package hitchlamp.server.watch;

import hitchlamp.core.bus.BoundedLines;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.watch.Csv;
import hitchlamp.core.watch.CsvFault;
import hitchlamp.core.watch.CsvMap;
import hitchlamp.core.watch.CsvMapReader;
import hitchlamp.core.watch.RecordingPlan;
import hitchlamp.core.watch.Sample;
import hitchlamp.core.watch.Track;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.job.Jobs;
import hitchlamp.yaml.YamlFault;
import jakarta.validation.constraints.NotNull;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** Tables of other programs: looked at, read by a map of their columns, made into recordings. */
@Service
class Tables {
  private static final int LOOKED_AT = 60;
  private static final int LONGEST_WHY = 200;

  /** Characters of a line that is looked at before it is known to be a table. */
  private static final int LONGEST_LINE = 1_000_000;

  private final WatchMapper mapper;
  private final Library library;
  private final Recordings recordings;
  private final WatchWork work;
  private final Jobs jobs;
  private final JsonMapper json;

  Tables(
      WatchMapper mapper,
      Library library,
      Recordings recordings,
      WatchWork work,
      Jobs jobs,
      JsonMapper json) {
    this.mapper = mapper;
    this.library = library;
    this.recordings = recordings;
    this.work = work;
    this.jobs = jobs;
    this.json = json;
  }

  /**
   * What the first lines of a table look like, and how it was read the last time.
   *
   * @param remembered true where the map is one that was used before for such columns
   */
  record Look(@NotNull List<String> lines, @NotNull CsvMap map, @NotNull boolean remembered) {}

  Look look(Path file, Account who) {
    List<String> lines = new ArrayList<>();
    try (BufferedReader in =
        new BufferedReader(new BoundedLines(open(file), LONGEST_LINE, false))) {
      for (String l = in.readLine(); l != null && lines.size() < LOOKED_AT; l = in.readLine()) {
        lines.add(l.length() > 20_000 ? l.substring(0, 20_000) : l);
      }
    } catch (BoundedLines.TooLong e) {
      throw new CsvFault(e.line(), WatchWords.say("the-line-is-is-this-a", e.getMessage()));
    } catch (java.nio.charset.CharacterCodingException e) {
      throw new CsvFault(0, WatchWords.say("the-file-is-not-text-in"));
    } catch (IOException e) {
      throw new IllegalStateException(e);
    }
    if (!lines.isEmpty() && lines.get(0).indexOf('\0') >= 0) {
      throw new CsvFault(0, WatchWords.say("the-file-is-not-text"));
    }
    if (!lines.isEmpty() && lines.get(0).startsWith("PK")) {
      throw new CsvFault(0, WatchWords.say("the-file-is-a-zip-archive"));
    }
    CsvMap guess = CsvMap.guess(lines);
    Optional<String> kept = mapper.map(heads(lines.get(0)), who.id());
    return kept.map(text -> new Look(lines, json.readValue(text, CsvMap.class), true))
        .orElse(new Look(lines, guess, false));
  }

  /** A map of columns as the page sends it. */
  CsvMap map(String text) {
    try {
      return CsvMapReader.read("map", text);
    } catch (YamlFault e) {
      throw Refusal.bad(
          WatchWords.say("the-map-of-the-columns-cannot", e.getMessage()),
          WatchWords.say("choose-the-columns-anew"));
    }
  }

  private static String heads(String line) {
    try {
      return HexFormat.of()
          .formatHex(
              MessageDigest.getInstance("SHA-256").digest(line.getBytes(StandardCharsets.UTF_8)));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }

  private static BufferedReader open(Path file) throws IOException {
    Reader in =
        new InputStreamReader(
            Files.newInputStream(file),
            StandardCharsets.UTF_8
                .newDecoder()
                .onMalformedInput(CodingErrorAction.REPORT)
                .onUnmappableCharacter(CodingErrorAction.REPORT));
    BufferedReader buffered = new BufferedReader(in, 1 << 16);
    buffered.mark(1);
    if (buffered.read() != '\uFEFF') {
      buffered.reset();
    }
    return buffered;
  }

  /** Makes a recording of a table; nothing is kept of a file with a fault. */
  RecordingView.Head addCsv(long job, String name, Path file, CsvMap map, Account who)
      throws IOException {
    jobs.job(job);
    Look look = look(file, who);
    Pack pack = work.pack(job);
    Recordings.Writing[] w = new Recordings.Writing[1];
    Track[] track = new Track[1];
    Csv.Read read =
        Csv.read(
            () -> open(file),
            map,
            name,
            new Csv.Sink() {
              @Override
              public void begins(Track t) {
                track[0] = t;
              }

              @Override
              public void row(long micros, long[] raws) {
                if (w[0] == null) {
                  w[0] =
                      recordings.begin(
                          job,
                          RecordingPlan.now(name),
                          pack,
                          who,
                          new WatchReports.Begin(
                              "file", micros, micros, WatchWords.say("read-from", name)),
                          null);
                }
                w[0].patiently(track[0], new Sample(0, micros, raws.clone()));
              }
            });
    String rounded =
        read.rounded().isEmpty()
            ? ""
            : WatchWords.say(
                "rounded-to-decimals", Csv.MOST_DECIMALS, String.join(", ", read.rounded()));
    String why = WatchWords.say("read-from-rows", name, read.rows(), rounded);
    w[0].ends(read.lastMicros(), why.substring(0, Math.min(why.length(), LONGEST_WHY)));
    mapper.keepMap(
        heads(look.lines().get(map.headLine() - 1)), json.writeValueAsString(map), who.id());
    if (!w[0].awaitKept()) {
      throw Refusal.conflict(
          WatchWords.say("the-table-is-read-and-still"),
          WatchWords.say("it-will-stand-among-the-recordings"));
    }
    return RecordingView.Head.of(library.head(w[0].id()));
  }
}
