package hitchlamp.server.casefile;

import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.CompressedJson;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.hookup.StoredTraffic;
import hitchlamp.server.job.JobPage;
import hitchlamp.server.job.JobRow;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.Logbook;
import hitchlamp.server.job.UnitRow;
import hitchlamp.server.trial.StoredRuns;
import hitchlamp.server.watch.RestoredRecordings;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.concurrent.Semaphore;
import java.util.stream.Collectors;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/**
 * Writes a job with all that belongs to it as one archive, and opens such an archive as a job that
 * can only be read.
 */
@Service
public class CaseFiles {
  static final String ROWS = ".json";

  /** Bytes of a log in one part, as case files before held it. */
  private final CaseMapper mapper;

  private final Jobs jobs;
  private final Logbook logbook;
  private final StoredTraffic traffic;
  private final RestoredRecordings recordings;
  private final CaseSheets sheets;
  private final CompressedJson stored;
  private final StoredRuns storedRuns;
  private final PackLibrary shelf;
  private final JsonMapper json;
  private final Clock clock;
  private final ObjectProvider<JobPage> pages;

  /** One at a time, so that however many are sent, what one may take is all that is taken. */
  private final Semaphore opening = new Semaphore(1);

  CaseFiles(
      CaseMapper mapper,
      Jobs jobs,
      Logbook logbook,
      StoredTraffic traffic,
      RestoredRecordings recordings,
      CaseSheets sheets,
      CompressedJson stored,
      StoredRuns storedRuns,
      PackLibrary shelf,
      JsonMapper json,
      Clock clock,
      ObjectProvider<JobPage> pages) {
    this.mapper = mapper;
    this.jobs = jobs;
    this.logbook = logbook;
    this.traffic = traffic;
    this.recordings = recordings;
    this.sheets = sheets;
    this.stored = stored;
    this.storedRuns = storedRuns;
    this.shelf = shelf;
    this.json = json;
    this.clock = clock;
    this.pages = pages;
  }

  /** Writes a job's case file. */
  void write(long job, Account who, OutputStream out) throws IOException {
    JobRow row = jobs.job(job);
    UnitRow unit = jobs.unit(row.unitId());
    Map<Long, String> names =
        mapper.accounts().stream()
            .collect(Collectors.toMap(CaseMapper.Named::id, CaseMapper.Named::name));
    try (CaseWriter zip = new CaseWriter(out)) {
      TreeSet<String> packs = new TreeSet<>(List.of(unit.pack()));
      for (CaseTable table : CaseTable.values()) {
        write(zip, table, job, names, packs);
      }
      sheets.faults(zip, job);
      for (long hookUp : keys(CaseTable.HOOK_UP, job)) {
        zip.part(
            "traffic/" + hookUp + ".log",
            o -> {
              OutputStreamWriter text = new OutputStreamWriter(o, StandardCharsets.UTF_8);
              traffic.write(hookUp, text);
              text.flush();
            });
      }
      for (Pack p : shelf.packs()) {
        if (packs.contains(p.id()) || p.layer() == Pack.Layer.BASE) {
          zip.part(
              "packs/" + p.id() + ".json",
              json.writeValueAsBytes(
                  Map.of(
                      "pack",
                      p.id(),
                      "title",
                      p.title(),
                      "version",
                      p.version(),
                      "hash",
                      p.hash())));
        }
      }
      zip.manifest(
          json.writerWithDefaultPrettyPrinter()
              .writeValueAsBytes(
                  new Manifest(
                      Manifest.FORMAT,
                      Manifest.VERSION,
                      clock.instant(),
                      who.name(),
                      head(row, unit),
                      zip.parts())));
    }
  }

  private static Manifest.Head head(JobRow j, UnitRow u) {
    return new Manifest.Head(
        u.fleetNumber(),
        u.vin(),
        u.maker(),
        u.model(),
        u.unitClass(),
        u.pack(),
        j.number(),
        j.complaint(),
        j.state(),
        j.hours(),
        j.kilometres(),
        j.openedAt().toInstant(ZoneOffset.UTC),
        j.openedBy());
  }

  static String key(CaseTable t) {
    return switch (t) {
      case PHOTO -> "entry_id";
      case HOOK_UP_END -> "hook_up_id";
      case USE_FIGURE -> "story_read_id";
      case TRIAL_END, TRIAL_FIGURE -> "trial_id";
      case RECORDING_END, RECORDING_CHANNEL, TRIAL_RECORDING -> "recording_id";
      default -> "id";
    };
  }

  private List<Long> keys(CaseTable t, long job) {
    return mapper.keys(t.table(), key(t), t.rowsOfJob(), job);
  }

  private void write(
      CaseWriter zip, CaseTable t, long job, Map<Long, String> names, TreeSet<String> packs)
      throws IOException {
    boolean large = t.content() != CaseTable.Content.NONE;
    List<String> columns = new ArrayList<>(t.columns());
    columns.remove("content");
    boolean named = key(t).equals("id");
    if (!t.parentColumn().equals("job_id")) {
      columns.add(t.parentColumn());
    }
    String select = (named ? "id, " : "") + String.join(", ", columns);
    List<Map<String, Object>> out = new ArrayList<>();
    for (long id : keys(t, job)) {
      for (Map<String, Object> row : mapper.rows(t.table(), select, key(t), id)) {
        Map<String, Object> told = new LinkedHashMap<>();
        told.put("key", id);
        for (String c : columns) {
          Object v = row.get(c);
          if (c.equals("account_id")) {
            told.put("who", v == null ? null : names.get(((Number) v).longValue()));
          } else {
            told.put(
                c,
                v instanceof Timestamp ts
                    ? ts.toLocalDateTime().toString()
                    : v instanceof LocalDateTime l ? l.toString() : v);
          }
          if (c.equals("pack") && v != null) {
            packs.add(v.toString());
          }
        }
        if (large) {
          String part = part(t, id);
          zip.part(part, content(t, mapper.large(t.table(), key(t), id).content()));
          told.put("content", part);
        }
        out.add(told);
      }
    }
    zip.part(
        t.table().replace('_', '-') + ROWS,
        json.writerWithDefaultPrettyPrinter().writeValueAsBytes(out));
    if (t == CaseTable.LOGBOOK || t == CaseTable.USE_FIGURE) {
      sheets.rows(zip, t, out);
    }
  }

  private static String part(CaseTable t, long id) {
    String folder = t.table().replace('_', '-');
    return folder
        + "/"
        + id
        + switch (t) {
          case FRAMES -> ".zst";
          case RECORDED_LOG_BLOCK, RECORDING_PART -> ".zst";
          case PHOTO -> "";
          default -> ".json";
        };
  }

  private byte[] content(CaseTable t, byte[] content) {
    return t.content() == CaseTable.Content.COMPRESSED_JSON ? stored.text(content) : content;
  }

  /** What became of opening a case file. */
  public record Opened(long job, String number) {}

  /**
   * Opens a checked case file as a job that can only be read. Everything or nothing is written.
   *
   * @param file on this machine
   */
  @Transactional(rollbackFor = Exception.class)
  public Opened open(Path file, Account who) throws IOException {
    if (!opening.tryAcquire()) {
      throw Refusal.conflict(
          CasefileWords.say("another-case-file-is-being-opened"),
          CasefileWords.say("try-again-in-a-minute"));
    }
    try (CaseReader zip = CaseReader.open(file, json)) {
      return new CaseImport(
              new CaseImport.Tools(
                  mapper, jobs, logbook, recordings, stored, storedRuns, json, clock, pages),
              zip,
              who)
          .run();
    } finally {
      opening.release();
    }
  }
}
