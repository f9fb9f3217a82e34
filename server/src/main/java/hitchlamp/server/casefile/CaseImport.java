package hitchlamp.server.casefile;

import hitchlamp.core.fault.ClearCall;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.SelfTest;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.story.StoryReading;
import hitchlamp.core.trial.lamps.LampCheck;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.CompressedJson;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.config.TimedId;
import hitchlamp.server.hookup.RollView;
import hitchlamp.server.hookup.StoredBlocks;
import hitchlamp.server.job.JobPage;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.Logbook;
import hitchlamp.server.trial.OldLampChecks;
import hitchlamp.server.trial.StoredRuns;
import hitchlamp.server.watch.RestoredRecordings;
import java.io.IOException;
import java.time.Clock;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.beans.factory.ObjectProvider;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** One case file on its way in: everything of it is written, or nothing. */
final class CaseImport {
  private static final DateTimeFormatter MOMENT =
      DateTimeFormatter.ofPattern("uuuu-MM-dd HH:mm 'UTC'").withZone(ZoneOffset.UTC);

  private static final String SENT_AGAIN = CasefileWords.say("ask-for-the-case-file-to");
  private static final int LONGEST_NUMBER = 20;
  private static final long LARGEST_LOG = 64L * 1024 * 1024;
  private static final List<String> LAMP_CHECK =
      List.of(
          "job_id",
          "kind",
          "test",
          "title",
          "layout",
          "module",
          "module_title",
          "began_at",
          "began_micros",
          "account_id",
          "hours",
          "pack",
          "pack_hash");
  private static final Set<String> ADDED_LATER =
      Set.of(
          "backbone",
          "engine",
          "test",
          "title",
          "layout",
          "module",
          "module_title",
          "began_micros");
  private static final Set<String> NULLABLE =
      Set.of(
          "bus_micros",
          "hours",
          "hours_module",
          "engine_hours",
          "began_micros",
          "plus_minus",
          "low",
          "high",
          "verdict");

  /** What kind of test a run is of, and the layout of what it saw. */
  private record RunKind(String kind, int layout) {}

  /** What it writes with. */
  record Tools(
      CaseMapper mapper,
      Jobs jobs,
      Logbook logbook,
      RestoredRecordings recordings,
      CompressedJson stored,
      StoredRuns storedRuns,
      JsonMapper json,
      Clock clock,
      ObjectProvider<JobPage> pages) {}

  private final CaseMapper mapper;
  private final Jobs jobs;
  private final Logbook logbook;
  private final RestoredRecordings recordings;
  private final CompressedJson stored;
  private final StoredRuns storedRuns;
  private final JsonMapper json;
  private final Clock clock;
  private final ObjectProvider<JobPage> pages;
  private final CaseReader zip;
  private final Account who;
  private final Map<String, Long> guests = new HashMap<>();
  private final Map<CaseTable, Map<Long, Long>> ids = new HashMap<>();
  private final Map<Long, RunKind> runs = new HashMap<>();
  private long job;
  private long unit;
  private String pack = "";

  CaseImport(Tools tools, CaseReader zip, Account who) {
    this.mapper = tools.mapper();
    this.jobs = tools.jobs();
    this.logbook = tools.logbook();
    this.recordings = tools.recordings();
    this.stored = tools.stored();
    this.storedRuns = tools.storedRuns();
    this.json = tools.json();
    this.clock = tools.clock();
    this.pages = tools.pages();
    this.zip = zip;
    this.who = who;
  }

  CaseFiles.Opened run() throws IOException {
    Manifest.Head h = zip.manifest().head();
    unit = unit(h);
    pack = cut(h.pack(), 60);
    String number = number(h.number());
    job =
        mapper.addJob(
            number,
            unit,
            cut(h.complaint(), 2_000),
            h.hours(),
            h.kilometres(),
            LocalDateTime.ofInstant(
                h.openedAt() == null ? clock.instant() : h.openedAt(), ZoneOffset.UTC),
            guest(h.openedBy()));
    for (CaseTable t : CaseTable.values()) {
      table(t);
    }
    recordings();
    mapper.newestUse(unit);
    mapper.measureBlocks(job);
    pages();
    logbook.enter(
        job,
        Logbook.Kind.OPENED,
        CasefileWords.say(
            "opened-from-a-case-file-of",
            MOMENT.format(zip.manifest().madeAt()),
            zip.manifest().madeBy(),
            h.number()),
        who.id(),
        Logbook.Moment.UNKNOWN);
    return new CaseFiles.Opened(job, number);
  }

  /** Every recording is read through once: one that cannot be drawn is not taken. */
  private void recordings() {
    for (Map.Entry<Long, Long> r : ids.getOrDefault(CaseTable.RECORDING, Map.of()).entrySet()) {
      try {
        recordings.check(r.getValue());
      } catch (RuntimeException e) {
        throw Refusal.bad(
            CasefileWords.say("recording-of-the-case-file-cannot", r.getKey(), reason(e)),
            SENT_AGAIN);
      }
    }
  }

  /** Whatever a page cannot show is found now, and not by whoever opens it. */
  private void pages() {
    for (JobPage p : pages) {
      try {
        p.showAll(job);
      } catch (RuntimeException e) {
        throw Refusal.bad(
            CasefileWords.say("the-cannot-be-shown-with-what", p.page(), reason(e)), SENT_AGAIN);
      }
    }
  }

  /** The cause in a few words, without the statement that the database was given. */
  private static String reason(Throwable e) {
    Throwable c = e;
    while (c.getCause() != null && c.getCause() != c) {
      c = c.getCause();
    }
    String says = String.valueOf(c.getMessage()).lines().findFirst().orElse("");
    return cut(says.replaceAll("^\\(conn=\\d+\\) ", ""), 200);
  }

  private static String cut(String text, int most) {
    String t = text == null ? "" : text;
    return t.length() > most ? t.substring(0, most) : t;
  }

  /** A unit of its own, so that nothing of the file is taken for what was read here. */
  private long unit(Manifest.Head h) {
    String name = CasefileWords.say("case-file", cut(h.fleetNumber(), 45));
    String vin = cut(h.vin(), 40);
    for (int i = 1; ; i++) {
      String tried = i == 1 ? name : name + " " + i;
      var there = mapper.unit(tried);
      if (there.isEmpty()) {
        return jobs.addCaseUnit(
                tried,
                vin,
                cut(h.maker(), 60),
                cut(h.model(), 60),
                cut(h.unitClass(), 20),
                cut(h.pack(), 60))
            .id();
      } else if (there.get().ofCase() && there.get().vin().equals(vin)) {
        return there.get().id();
      }
    }
  }

  private String number(String wanted) {
    String base = cut(wanted.replaceAll("[^0-9A-Za-z-]", ""), LONGEST_NUMBER - 5);
    for (int i = 1; ; i++) {
      String tried = base + "c" + i;
      if (mapper.jobsNumbered(tried) == 0) {
        return tried;
      }
    }
  }

  private long guest(String name) {
    String there = cut(name == null || name.isBlank() ? "Somebody" : name, 45) + ", elsewhere";
    return guests.computeIfAbsent(
        there, n -> mapper.guest(n).map(CaseMapper.Named::id).orElseGet(() -> mapper.addGuest(n)));
  }

  private void table(CaseTable t) throws IOException {
    String path = t.table().replace('_', '-') + CaseFiles.ROWS;
    if (t.addedLater() && !zip.has(path)) {
      return;
    }
    zip.rows(
        path,
        (n, row) -> {
          try {
            row(t, row);
          } catch (Refusal e) {
            throw e;
          } catch (RuntimeException e) {
            // Whatever a codec, a type or the database finds wrong with it.
            throw Refusal.bad(
                CasefileWords.say("row-of-makes-no-sense", n, path, reason(e)), SENT_AGAIN);
          }
        });
  }

  private void row(CaseTable t, Map<String, Object> told) throws IOException {
    Map<String, Object> row = t == CaseTable.TRIAL ? ofTheBench(told) : told;
    if (t == CaseTable.FAULT_DEED && "LAMPS".equals(row.get("kind"))) {
      lampCheck(row);
      return;
    }
    List<String> columns = new ArrayList<>();
    List<Object> values = new ArrayList<>();
    if (t.parent() == CaseTable.Parent.JOB || t.parent() == CaseTable.Parent.JOB_AND_HOOK_UP) {
      columns.add("job_id");
      values.add(job);
    }
    if (!t.parentColumn().equals("job_id")) {
      columns.add(t.parentColumn());
      values.add(parent(t, row));
    }
    if (t == CaseTable.USE_FIGURE) {
      columns.add("unit_id");
      values.add(unit);
    }
    for (String c : t.columns()) {
      // A case file made before a column was there leaves it as the table has it.
      if (row.containsKey(c) || !ADDED_LATER.contains(c)) {
        columns.add(c);
        values.add(value(t, c, row));
      }
    }
    if (t == CaseTable.RECORDING) {
      long id = TimedId.next();
      columns.add("id");
      values.add(id);
      mapper.addWithoutId(t.table(), columns, values);
      ids.computeIfAbsent(t, k -> new HashMap<>()).put(number(row, "key"), id);
    } else if (CaseFiles.key(t).equals("id")) {
      long id = mapper.add(t.table(), columns, values);
      if (t.isParent()) {
        ids.computeIfAbsent(t, k -> new HashMap<>()).put(number(row, "key"), id);
      }
      if (t == CaseTable.TRIAL) {
        trial(id, row);
      }
      if (t == CaseTable.RECORDED_LOG && row.get("content") instanceof String before) {
        logInOne(id, before);
      }
    } else {
      mapper.addWithoutId(t.table(), columns, values);
    }
  }

  /** A run as case files before the bench told it: always a cutout, its end in the same row. */
  private static Map<String, Object> ofTheBench(Map<String, Object> row) {
    if (!row.containsKey("content")) {
      return row;
    }
    Map<String, Object> now = new LinkedHashMap<>(row);
    now.put("kind", "cutout");
    now.put("module_title", row.getOrDefault("engine", ""));
    return now;
  }

  /** A lamp check as case files held it before it was a test on the bench. */
  private void lampCheck(Map<String, Object> row) throws IOException {
    String part = (String) row.get("content");
    OldLampChecks.Now now =
        OldLampChecks.read(
            zip.value(
                part,
                zip.part(part, CaseTable.FAULT_DEED.largestContent()),
                new TypeReference<tools.jackson.databind.JsonNode>() {}));
    List<Object> run =
        Arrays.asList(
            job,
            LampCheck.ID,
            OldLampChecks.TEST,
            LampCheck.TITLE,
            1,
            ModuleRef.UNIT.kind(),
            ModuleRef.UNIT.title(),
            LocalDateTime.parse((String) row.get("done_at")),
            row.get("bus_micros"),
            guest((String) row.get("who")),
            row.get("engine_hours"),
            pack,
            "");
    long id = mapper.add(CaseTable.TRIAL.table(), LAMP_CHECK, run);
    mapper.addWithoutId(
        CaseTable.TRIAL_END.table(),
        List.of("trial_id", "ending", "ended_at", "verdict", "says", "next", "content"),
        List.of(
            id,
            now.ending(),
            run.get(LAMP_CHECK.indexOf("began_at")),
            now.judgement().verdict().name(),
            cut(now.judgement().says().text(), 1000),
            cut(now.judgement().next().text(), 500),
            storedRuns.write(now.seen())));
  }

  private void trial(long id, Map<String, Object> row) throws IOException {
    int layout = row.get("layout") instanceof Number n ? n.intValue() : 0;
    runs.put(id, new RunKind((String) row.get("kind"), layout));
    if (row.get("content") instanceof String part) {
      mapper.addWithoutId(
          CaseTable.TRIAL_END.table(),
          List.of("trial_id", "ending", "ended_at", "verdict", "content"),
          List.of(
              id,
              "ENDED",
              LocalDateTime.parse((String) row.get("ended_at")),
              String.valueOf(row.get("verdict")),
              run(id, part)));
    }
  }

  /** What a run saw, read into its type before it is stored. */
  private byte[] run(long trial, String part) throws IOException {
    RunKind kind = runs.get(trial);
    byte[] content = zip.part(part, CaseTable.TRIAL_END.largestContent());
    return storedRuns.checked(
        kind.kind(),
        kind.layout(),
        zip.value(part, content, new TypeReference<tools.jackson.databind.JsonNode>() {}));
  }

  /** A log as case files before held it: all its blocks in one part. */
  private void logInOne(long log, String part) throws IOException {
    for (byte[] block : StoredBlocks.ofLog(zip.part(part, LARGEST_LOG))) {
      StoredBlocks.check(block, true);
      mapper.add(
          CaseTable.RECORDED_LOG_BLOCK.table(),
          List.of("recorded_log_id", "entries", "content"),
          List.of(log, 0, block));
    }
  }

  private static long number(Map<String, Object> row, String name) {
    if (row.get(name) instanceof Number n) {
      return n.longValue();
    }
    throw new IllegalArgumentException(CasefileWords.say("it-has-no", name));
  }

  private long parent(CaseTable t, Map<String, Object> row) {
    Long id = ids.getOrDefault(t.parentTable(), Map.of()).get(number(row, t.parentColumn()));
    if (id == null) {
      throw new IllegalArgumentException(CasefileWords.say("it-belongs-to-nothing-in-this"));
    }
    return id;
  }

  private Object value(CaseTable t, String column, Map<String, Object> row) throws IOException {
    if (column.equals("account_id")) {
      Object name = row.get("who");
      return name == null && t.byNobody() ? null : guest((String) name);
    }
    Object v = row.get(column);
    if (column.equals("trial_id")) {
      return ids.getOrDefault(CaseTable.TRIAL, Map.of()).get(number(row, column));
    }
    if (column.equals("content")) {
      return content(t, row, (String) v);
    }
    if (t == CaseTable.PHOTO && column.equals("media_type")) {
      // What a file says of its pictures is not believed; their bytes tell.
      return Logbook.pictureType(zip.part((String) row.get("content"), t.largestContent()));
    }
    if (v == null && !NULLABLE.contains(column)) {
      throw new IllegalArgumentException(CasefileWords.say("it-has-no", column));
    }
    if (v != null
        && (column.endsWith("_at") || column.equals("at") || column.equals("first_wall"))) {
      return LocalDateTime.parse((String) v);
    }
    if (v instanceof Map || v instanceof List) {
      throw new IllegalArgumentException(CasefileWords.say("is-no-plain-value", column));
    }
    return v;
  }

  /** A large column, read into its type before it is stored. */
  private Object content(CaseTable t, Map<String, Object> row, String path) throws IOException {
    byte[] content = zip.part(path, t.largestContent());
    return switch (t) {
      case FAULT_READ ->
          stored.write(zip.value(path, content, new TypeReference<FaultReading>() {}));
      case STORY_READ ->
          stored.write(zip.value(path, content, new TypeReference<StoryReading>() {}));
      case TRIAL_END -> run(parent(t, row), path);
      case ROLL ->
          json.writeValueAsString(zip.value(path, content, new TypeReference<RollView>() {}));
      case FAULT_DEED -> json.writeValueAsString(zip.value(path, content, deed(row.get("kind"))));
      case FRAMES, RECORDED_LOG_BLOCK -> {
        StoredBlocks.check(content, t == CaseTable.RECORDED_LOG_BLOCK);
        yield content;
      }
      default -> content;
    };
  }

  private static TypeReference<?> deed(Object kind) {
    return switch (String.valueOf(kind)) {
      case "CLEARED" -> new TypeReference<List<ClearCall.Outcome>>() {};
      case "SELF_TEST" -> new TypeReference<List<SelfTest>>() {};
      default ->
          throw new IllegalArgumentException(CasefileWords.say("is-nothing-that-is-done", kind));
    };
  }
}
