package hitchlamp.server.support;

import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.function.Predicate;
import tools.jackson.databind.JsonNode;

/**
 * Somebody who cuts cylinders out by hand: in the driver's seat, with a browser that looks on until
 * it falls silent.
 */
public final class CutoutSeat implements AutoCloseable {
  private static final int BROWSER_MILLIS = 500;

  private final Person person;
  private final long job;
  private final Person.Feed feed;
  private final ScheduledExecutorService browser = Executors.newSingleThreadScheduledExecutor();

  /**
   * Takes the seat.
   *
   * @param feed of the job; read by this alone while the cutout goes on
   */
  public CutoutSeat(Person person, long job, Person.Feed feed) {
    this.person = person;
    this.job = job;
    this.feed = feed;
    person.must("POST", "/api/jobs/" + job + "/seat", Map.of());
  }

  /** Prepares the cutout and begins it as soon as its preconditions hold. */
  public void begin() {
    begin("cutout");
  }

  /** The same with another test of the engine that is done by hand. */
  public void begin(String test) {
    begin(test, "engine");
  }

  /** The same with a test of another module. */
  public void begin(String test, String module) {
    JsonNode told = asked(test, module);
    if (stage("ENDED").test(told)) {
      throw new AssertionError("it ended before anything was held: " + says(told));
    }
  }

  /** Does a test that needs nobody once it has begun; gives what it tells at its end. */
  public JsonNode through(String test, String module) {
    JsonNode told = asked(test, module);
    return stage("ENDED").test(told) ? told.path("body") : ended();
  }

  /** Asks until the test has begun, or has ended at once. */
  private JsonNode asked(String test, String module) {
    person.prepare(job, Map.of("test", test, "module", module), feed);
    browser.scheduleAtFixedRate(
        () -> feed.say("{\"alive\":" + job + "}"), 0, BROWSER_MILLIS, TimeUnit.MILLISECONDS);
    // Idle wanders: what held a moment ago may not hold when "begin" arrives. A person asks again.
    // What is told meanwhile may be older than the last "begin": it may have begun behind it.
    Predicate<JsonNode> gone = stage("RUNNING").or(stage("ENDED"));
    while (true) {
      JsonNode told = feed.await("preconditions hold", gone.or(CutoutSeat::ready));
      if (gone.test(told)) {
        return told;
      }
      say("begin");
      told =
          feed.await(
              "begun or not",
              gone.or(c -> stage("PREPARING").test(c) && says(c).contains("ot begun")));
      if (gone.test(told)) {
        return told;
      }
    }
  }

  /** Answers the cutout. */
  public void say(String choice) {
    person.must("POST", "/api/jobs/" + job + "/trials/act", Map.of("act", choice));
  }

  /** The browser falls silent; gives what the cutout tells at its end. */
  public JsonNode fallSilent() {
    browser.shutdownNow();
    return ended();
  }

  /** What the cutout tells at its end. */
  public JsonNode ended() {
    return feed.await("let go", stage("ENDED")).path("body");
  }

  /** Fits what a cutout tells while it is at a stage. */
  public static Predicate<JsonNode> stage(String stage) {
    return c ->
        c.path("type").asString().equals("trial")
            && c.path("body").path("stage").asString().equals(stage);
  }

  private static boolean ready(JsonNode told) {
    String open = told.path("body").path("conditions").toString();
    return stage("PREPARING").test(told) && !open.contains("FAILS") && !open.contains("NOT_KNOWN");
  }

  private static String says(JsonNode told) {
    return told.path("body").path("says").path("text").asString();
  }

  @Override
  public void close() {
    browser.shutdownNow();
    person.must("DELETE", "/api/jobs/" + job + "/seat", null);
  }
}
