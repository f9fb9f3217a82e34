package hitchlamp.server.trial;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.trial.BenchTrace;
import hitchlamp.core.trial.StoredTrial;
import hitchlamp.core.trial.lamps.LampCheck;
import hitchlamp.core.trial.lamps.LampsSeen;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;

/** Lamp checks as they were stored before they were tests on the bench. */
public final class OldLampChecks {
  /** Id of the test, as packs call it since. */
  public static final String TEST = "lamps";

  /**
   * What is stored of one now.
   *
   * @param ending how it ended, as {@code trial_end} keeps it
   */
  public record Now(StoredTrial<LampsSeen> seen, Judgement judgement, String ending) {}

  private OldLampChecks() {}

  /**
   * Reads one.
   *
   * @throws RuntimeException where it is none
   */
  public static Now read(JsonNode old) {
    List<LampsSeen.Lamp> lamps = new ArrayList<>();
    for (JsonNode l : old.required("lamps")) {
      List<LampsSeen.Commanded> by = new ArrayList<>();
      for (JsonNode c : l.required("by")) {
        by.add(
            new LampsSeen.Commanded(
                c.required("module").asString(),
                c.required("title").asString(),
                c.required("heard").asBoolean(),
                c.required("told").asBoolean(),
                c.required("lit").asBoolean(),
                c.required("out").asBoolean()));
      }
      JsonNode kind = l.required("lamp");
      lamps.add(
          new LampsSeen.Lamp(
              kind.required("id").asString(),
              kind.required("title").asString(),
              kind.path("shown").asString(""),
              by,
              LampsSeen.Seen.valueOf(l.required("seen").asString())));
    }
    LampsSeen seen = new LampsSeen(true, lamps);
    return new Now(
        new StoredTrial<>(seen, BenchTrace.NONE),
        new LampCheck().judge(null, seen),
        old.required("stage").asString().equals("DONE") ? "COMPLETE" : "ENDED");
  }
}
