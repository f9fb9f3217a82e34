package hitchlamp.server.casefile;

import java.util.List;

/**
 * The tables that a job fills, in the order in which they are written back, with what of them goes
 * into a case file. Only the columns named here are ever taken from a file.
 */
enum CaseTable {
  LOGBOOK(
      "logbook_entry",
      Parent.JOB,
      "kind",
      "text",
      "account_id",
      "at",
      "bus_micros",
      "hours",
      "hours_module"),
  PHOTO("logbook_photo", Parent.LOGBOOK, "media_type", "content"),
  HOOK_UP(
      "hook_up",
      Parent.JOB,
      "link",
      "bus",
      "backbone",
      "bit_rate",
      "pack",
      "pack_hash",
      "account_id",
      "began_at"),
  HOOK_UP_END("hook_up_end", Parent.HOOK_UP, "ended_at", "reason"),
  FRAMES(
      "frame_block",
      Parent.HOOK_UP,
      "first_micros",
      "last_micros",
      "first_wall",
      "hours",
      "hours_module",
      "entries",
      "pinned",
      "content"),
  ROLL(
      "roll",
      Parent.JOB_AND_HOOK_UP,
      "called_at",
      "account_id",
      "full_roll",
      "state",
      "pack",
      "pack_hash",
      "content"),
  FAULT_READ(
      "fault_read",
      Parent.JOB,
      "account_id",
      "read_at",
      "why",
      "state",
      "engine_hours",
      "faults",
      "active",
      "silent",
      "pack",
      "pack_hash",
      "content"),
  FAULT_DEED(
      "fault_deed",
      Parent.JOB,
      "kind",
      "done_at",
      "account_id",
      "engine_hours",
      "bus_micros",
      "content"),
  LEAD_MOVE(
      "lead_move", Parent.JOB, "what", "target", "reason", "undone", "account_id", "moved_at"),
  STORY_READ(
      "story_read",
      Parent.JOB,
      "account_id",
      "read_at",
      "why",
      "state",
      "engine_hours",
      "pack",
      "pack_hash",
      "content"),
  USE_FIGURE(
      "use_figure",
      Parent.STORY_READ,
      "engine",
      "span",
      "figure",
      "amount",
      "measure",
      "read_at",
      "engine_hours"),
  RECORDED_LOG("recorded_log", Parent.JOB, "name", "bus", "frames", "added_at", "account_id"),
  TRIAL(
      "trial",
      Parent.JOB,
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
      "pack_hash"),
  TRIAL_END("trial_end", Parent.TRIAL, "ending", "ended_at", "verdict", "says", "next", "content"),
  TRIAL_FIGURE(
      "trial_figure",
      Parent.TRIAL,
      "name",
      "place",
      "amount",
      "measure",
      "plus_minus",
      "low",
      "high",
      "verdict"),
  RECORDING(
      "recording",
      Parent.JOB,
      "name",
      "source",
      "first_micros",
      "start_micros",
      "began_at",
      "why",
      "account_id",
      "hours",
      "pack",
      "pack_hash"),
  RECORDING_END(
      "recording_end", Parent.RECORDING, "last_micros", "samples", "lost", "why", "ended_at"),
  RECORDING_CHANNEL(
      "recording_channel",
      Parent.RECORDING,
      "track",
      "place",
      "channel",
      "name",
      "spn",
      "module",
      "module_title",
      "side",
      "source",
      "grp",
      "bits",
      "factor",
      "shift",
      "unit",
      "words"),
  RECORDING_PART(
      "recording_part",
      Parent.RECORDING,
      "track",
      "place",
      "part",
      "amount",
      "first_micros",
      "last_micros",
      "content"),
  RECORDING_MARK(
      "recording_mark", Parent.RECORDING, "kind", "from_micros", "to_micros", "text", "account_id"),
  TRIAL_RECORDING("trial_recording", Parent.RECORDING, "trial_id"),
  TRACE(
      "trace", Parent.JOB, "guide", "part", "title", "began_at", "account_id", "pack", "pack_hash"),
  TRACE_ENTRY(
      "trace_entry",
      Parent.TRACE,
      "check_id",
      "asked",
      "how",
      "outcome",
      "says",
      "at",
      "account_id",
      "hours",
      "bus_micros"),
  REPAIR(
      "repair",
      Parent.JOB,
      "kind",
      "title",
      "note",
      "obliges",
      "done_at",
      "account_id",
      "hours",
      "pack",
      "pack_hash"),
  REPAIR_ENTRY("repair_entry", Parent.REPAIR, "kind", "test", "says", "at", "account_id"),
  RECORDED_LOG_BLOCK("recorded_log_block", Parent.RECORDED_LOG, "entries", "content");

  private static final long LARGEST_JSON = 16L * 1024 * 1024;
  private static final long LARGEST_PHOTO = 12L * 1024 * 1024;
  private static final long LARGEST_BLOCK = 4L * 1024 * 1024;

  /** Recordings that have ended; one that is being made does not go into a case file. */
  private static final String ENDED = "SELECT recording_id FROM recording_end";

  /** What a row belongs to. */
  enum Parent {
    JOB,
    LOGBOOK,
    HOOK_UP,
    JOB_AND_HOOK_UP,
    STORY_READ,
    RECORDING,
    TRIAL,
    TRACE,
    REPAIR,
    RECORDED_LOG
  }

  private final String table;
  private final Parent parent;
  private final List<String> columns;

  CaseTable(String table, Parent parent, String... columns) {
    this.table = table;
    this.parent = parent;
    this.columns = List.of(columns);
  }

  String table() {
    return table;
  }

  Parent parent() {
    return parent;
  }

  List<String> columns() {
    return columns;
  }

  /** True where other tables point at its rows. */
  boolean isParent() {
    return this == LOGBOOK
        || this == HOOK_UP
        || this == STORY_READ
        || this == RECORDING
        || this == TRIAL
        || this == TRACE
        || this == REPAIR
        || this == RECORDED_LOG;
  }

  /** True where the application itself can have made a row, so that it names nobody. */
  boolean byNobody() {
    return this == LOGBOOK || this == RECORDING_MARK || this == TRACE_ENTRY;
  }

  /**
   * The table whose rows its rows belong to.
   *
   * @throws IllegalStateException where they belong to the job alone
   */
  CaseTable parentTable() {
    return switch (parent) {
      case LOGBOOK -> LOGBOOK;
      case HOOK_UP, JOB_AND_HOOK_UP -> HOOK_UP;
      case STORY_READ -> STORY_READ;
      case RECORDING -> RECORDING;
      case TRIAL -> TRIAL;
      case TRACE -> TRACE;
      case REPAIR -> REPAIR;
      case RECORDED_LOG -> RECORDED_LOG;
      case JOB -> throw new IllegalStateException(table + " belongs to the job alone");
    };
  }

  /** Column that names the parent beside the job. */
  String parentColumn() {
    return switch (parent) {
      case JOB -> "job_id";
      case LOGBOOK -> "entry_id";
      case HOOK_UP, JOB_AND_HOOK_UP -> "hook_up_id";
      case STORY_READ -> "story_read_id";
      case RECORDING -> "recording_id";
      case TRIAL -> "trial_id";
      case TRACE -> "trace_id";
      case REPAIR -> "repair_id";
      case RECORDED_LOG -> "recorded_log_id";
    };
  }

  /** Which rows belong to a job. */
  String rowsOfJob() {
    if (this == RECORDING) {
      return "job_id = #{job} AND id IN (" + ENDED + ")";
    }
    return switch (parent) {
      case JOB, JOB_AND_HOOK_UP -> "job_id = #{job}";
      case LOGBOOK -> "entry_id IN (SELECT id FROM logbook_entry WHERE job_id = #{job})";
      case HOOK_UP -> "hook_up_id IN (SELECT id FROM hook_up WHERE job_id = #{job})";
      case TRIAL -> "trial_id IN (SELECT id FROM trial WHERE job_id = #{job})";
      case TRACE -> "trace_id IN (SELECT id FROM trace WHERE job_id = #{job})";
      case REPAIR -> "repair_id IN (SELECT id FROM repair WHERE job_id = #{job})";
      case RECORDED_LOG -> "recorded_log_id IN (SELECT id FROM recorded_log WHERE job_id = #{job})";
      case STORY_READ -> "story_read_id IN (SELECT id FROM story_read WHERE job_id = #{job})";
      case RECORDING ->
          "recording_id IN (SELECT id FROM recording WHERE job_id = #{job}) AND recording_id IN ("
              + ENDED
              + ")";
    };
  }

  /** Its table came later: a case file made before does not have it. */
  boolean addedLater() {
    return ordinal() >= TRIAL.ordinal();
  }

  /** Largest content of one row, bytes. */
  long largestContent() {
    return switch (content()) {
      case NONE -> 0;
      case COMPRESSED_JSON, JSON_TEXT -> LARGEST_JSON;
      case BYTES -> this == PHOTO ? LARGEST_PHOTO : LARGEST_BLOCK;
    };
  }

  /** How its large column stands in the file. */
  Content content() {
    return switch (this) {
      case FAULT_READ, STORY_READ, TRIAL_END -> Content.COMPRESSED_JSON;
      case ROLL, FAULT_DEED -> Content.JSON_TEXT;
      case PHOTO, RECORDED_LOG_BLOCK, FRAMES, RECORDING_PART -> Content.BYTES;
      default -> Content.NONE;
    };
  }

  /** How a large column stands in the file. */
  enum Content {
    NONE,
    /** Compressed in the database, plain JSON in a part of its own. */
    COMPRESSED_JSON,
    /** Text in the database, a part of its own. */
    JSON_TEXT,
    /** As it is, a part of its own. */
    BYTES
  }
}
