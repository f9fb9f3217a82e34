package hitchlamp.grade;

import hitchlamp.grade.harden.HostileCases;
import hitchlamp.grade.harden.JobPages;
import hitchlamp.grade.harden.OddRequests;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.WebSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What gives way when somebody wants it to: files, requests, many at once, kills, a full disk. */
final class HardeningMeasure {
  private static final int FILES = 240;
  private static final int REQUESTS_EACH = 40;
  private static final int KILLS = 20;
  private static final int FULL_DISKS = 10;
  private static final int STALLED = 30;
  private static final int PAIRS = 30;
  private static final int NOTES = 100;
  private static final String BORDER = "x-border-x";
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final Installation at;
  private final Path smallDisk;
  private final List<Long> starts;
  private final long seed;
  private final List<String> only;
  private final Report report = new Report("hardening", "What gives way under attack");

  HardeningMeasure(
      Installation at, Path smallDisk, List<Long> starts, long seed, List<String> only) {
    this.at = at;
    this.smallDisk = smallDisk;
    this.starts = starts;
    this.seed = seed;
    this.only = only;
  }

  private interface Part {
    void run() throws Exception;
  }

  void measure(boolean json) throws Exception {
    Map<String, Part> parts = new LinkedHashMap<>();
    parts.put("rights", () -> new RightsCells(at, report).measure());
    parts.put("files", this::files);
    parts.put("requests", this::requests);
    parts.put("together", this::together);
    parts.put("stalled", this::stalled);
    parts.put("database", this::databaseKilled);
    parts.put("server", this::serverKilled);
    parts.put("disk", this::diskFull);
    parts.put("sizes", () -> new FirstScreen(at.address(), starts, report).measure());
    for (Map.Entry<String, Part> p : parts.entrySet()) {
      if (only.isEmpty() || only.contains(p.getKey())) {
        System.err.println("measuring " + p.getKey());
        p.getValue().run();
      }
    }
    report.finish(json);
  }

  private HttpResponse<String> upload(String path, byte[] content) {
    byte[] head =
        ("--"
                + BORDER
                + "\r\nContent-Disposition: form-data; name=\"file\"; filename=\"case.zip\"\r\nContent-Type: application/zip\r\n\r\n")
            .getBytes(StandardCharsets.UTF_8);
    byte[] tail = ("\r\n--" + BORDER + "--\r\n").getBytes(StandardCharsets.UTF_8);
    return at.server()
        .send(
            "POST",
            path,
            HttpRequest.BodyPublishers.ofByteArrays(List.of(head, content, tail)),
            "multipart/form-data; boundary=" + BORDER,
            HttpResponse.BodyHandlers.ofString());
  }

  private int status(String path) {
    return at.server()
        .send(
            "GET",
            path,
            HttpRequest.BodyPublishers.noBody(),
            "application/json",
            HttpResponse.BodyHandlers.discarding())
        .statusCode();
  }

  private JsonNode body(String path) {
    HttpResponse<String> a =
        at.server()
            .send(
                "GET",
                path,
                HttpRequest.BodyPublishers.noBody(),
                "application/json",
                HttpResponse.BodyHandlers.ofString());
    return a.statusCode() < 300 && !a.body().isEmpty() ? JSON.readTree(a.body()) : null;
  }

  private void files() throws InterruptedException {
    long job = ListsMeasure.visit(at.address());
    HostileCases cases = new HostileCases(at.download("/api/jobs/" + job + "/case-file"), seed);
    TreeMap<String, int[]> byKind = new TreeMap<>();
    for (int i = 0; i < FILES; i++) {
      HostileCases.Hostile h = cases.next();
      int[] row = byKind.computeIfAbsent(h.kind(), k -> new int[5]);
      HttpResponse<String> a = upload("/api/case-files", h.file());
      row[0]++;
      if (a.statusCode() == 201) {
        row[1]++;
        long kept = JSON.readTree(a.body()).path("job").asLong();
        for (String page : JobPages.of(kept, this::body)) {
          row[2]++;
          row[3] += status(page) >= 500 ? 1 : 0;
        }
      } else if (a.statusCode() >= 500) {
        row[4]++;
      }
    }
    report.say(
        "Case files of a real visit, each with one thing changed and its checksums made to fit again (seed "
            + seed
            + "): kept or refused, and every page of those kept opened.");
    report.head("what was changed", "files", "kept", "their pages", "pages broken", "answered 5xx");
    int[] sum = new int[5];
    byKind.forEach(
        (kind, r) -> {
          report.row(kind, r[0], r[1], r[2], r[3], r[4]);
          for (int i = 0; i < sum.length; i++) {
            sum[i] += r[i];
          }
        });
    report.row("all", sum[0], sum[1], sum[2], sum[3], sum[4]).end();
    report.keep("pagesBroken", sum[3]).keep("files5xx", sum[4]);
  }

  private void requests() {
    long job = at.server().openJob("Odd requests " + System.nanoTime(), "measurement");
    OddRequests odd = new OddRequests(at.server().call("GET", "/api/openapi", null), job, seed);
    TreeMap<Integer, Integer> statuses = new TreeMap<>();
    int wrong = 0;
    int all = REQUESTS_EACH * odd.endpoints();
    for (int i = 0; i < all; i++) {
      OddRequests.Odd o = odd.next(i);
      HttpResponse<String> a =
          at.server()
              .send(
                  o.method(),
                  o.path(),
                  HttpRequest.BodyPublishers.ofString(o.body()),
                  o.type(),
                  HttpResponse.BodyHandlers.ofString());
      statuses.merge(a.statusCode(), 1, Integer::sum);
      wrong += a.statusCode() >= 500 ? 1 : 0;
    }
    report
        .say("Requests as no browser of ours makes them, for every endpoint of the API document.")
        .head("requests", "answers by status", "answered 5xx")
        .row(all, statuses.toString(), wrong)
        .end()
        .keep("requests5xx", wrong);
  }

  /** Runs something many times at once. */
  private static <T> List<T> atOnce(int n, Callable<T> what) throws Exception {
    var threads = Executors.newFixedThreadPool(n);
    try {
      List<Future<T>> all = new ArrayList<>();
      for (int i = 0; i < n; i++) {
        all.add(threads.submit(what));
      }
      List<T> done = new ArrayList<>();
      for (Future<T> f : all) {
        done.add(f.get());
      }
      return done;
    } finally {
      threads.shutdown();
    }
  }

  private static int signIn(String address, String name, String password) {
    ServerClient c = new ServerClient(address);
    c.call("GET", "/api/account/me", null);
    return c.send(
            "POST",
            "/api/account/sign-in",
            HttpRequest.BodyPublishers.ofString(
                JSON.writeValueAsString(Map.of("name", name, "password", password))),
            "application/json",
            HttpResponse.BodyHandlers.discarding())
        .statusCode();
  }

  private void together() throws Exception {
    long began = System.nanoTime();
    List<Integer> tries =
        atOnce(60, () -> signIn(at.address(), "technician 1 ", "surely not the password"));
    double took = Installation.seconds(began);
    long looked = tries.stream().filter(s -> s == 401).count();
    long then = System.nanoTime();
    int colleague = signIn(at.address(), "Technician 1", ServerClient.PASSWORD);
    double waited = Installation.seconds(then);
    long job = at.server().openJob("Together " + System.nanoTime(), "measurement");
    AtomicLong number = new AtomicLong();
    int foreign = 0;
    for (boolean own :
        atOnce(
            NOTES,
            () -> {
              String text = "note " + number.incrementAndGet();
              return at.server()
                  .call("POST", "/api/jobs/" + job + "/logbook", Map.of("text", text))
                  .path("text")
                  .asString()
                  .equals(text);
            })) {
      foreign += own ? 0 : 1;
    }
    int both = 0;
    ServerClient[] two = {signedIn("Technician 1"), signedIn("Technician 2")};
    for (int i = 0; i < PAIRS; i++) {
      long unit = at.server().openJob("Seat " + System.nanoTime(), "measurement");
      AtomicLong next = new AtomicLong();
      int told = 0;
      for (int s :
          atOnce(
              2,
              () ->
                  two[(int) next.getAndIncrement()]
                      .send(
                          "POST",
                          "/api/jobs/" + unit + "/seat",
                          HttpRequest.BodyPublishers.noBody(),
                          "application/json",
                          HttpResponse.BodyHandlers.discarding())
                      .statusCode())) {
        told += s == 200 ? 1 : 0;
      }
      both += told > 1 ? 1 : 0;
    }
    report
        .say("Many at once.")
        .head("what", "tries", "found")
        .row(
            "wrong passwords for one account, spelled otherwise",
            60,
            looked + " looked at in " + Math.round(took) + " s")
        .row(
            "the right one after them, from an unknown browser",
            1,
            colleague + " after " + Math.round(waited) + " s")
        .row("notes at once, answered with another's entry", NOTES, foreign)
        .row("two who take a seat at once, both told it is theirs", PAIRS, both)
        .end()
        .keep("foreignNotes", foreign)
        .keep("bothSeats", both);
  }

  private ServerClient signedIn(String name) {
    ServerClient c = new ServerClient(at.address());
    c.call("GET", "/api/account/me", null);
    c.call("POST", "/api/account/sign-in", Map.of("name", name, "password", ServerClient.PASSWORD));
    return c;
  }

  private void stalled() throws Exception {
    long job = at.hookedUp("truck-1", "Stalled");
    String watch = "{\"subscribe\":\"job/" + job + "/watch\"}";
    List<WebSocket> asleep = new ArrayList<>();
    for (int i = 0; i < STALLED; i++) {
      asleep.add(
          at.server()
              .listen(
                  watch,
                  new WebSocket.Listener() {
                    @Override
                    public void onOpen(WebSocket socket) {
                      // Reads nothing, ever.
                    }
                  }));
    }
    AtomicLong last = new AtomicLong(System.nanoTime());
    AtomicLong longest = new AtomicLong();
    WebSocket awake =
        at.server()
            .listen(
                watch,
                new WebSocket.Listener() {
                  @Override
                  public CompletionStage<?> onText(WebSocket s, CharSequence data, boolean end) {
                    long now = System.nanoTime();
                    long gap = now - last.getAndSet(now);
                    longest.accumulateAndGet(gap, Math::max);
                    s.request(1);
                    return null;
                  }
                });
    TimeUnit.SECONDS.sleep(3);
    longest.set(0);
    TimeUnit.SECONDS.sleep(60);
    double worst = longest.get() / 1e6;
    asleep.forEach(WebSocket::abort);
    awake.abort();
    at.server().call("DELETE", "/api/jobs/" + job + "/hook-up", null);
    report
        .say("Live values of a truck for a minute, while others look on and read nothing.")
        .head("browsers that read nothing", "longest time without a value for another, ms")
        .row(STALLED, worst)
        .end()
        .keep("stalledGapMs", worst);
  }

  private int count(String base, String text) {
    return at.server().call("GET", base + "/logbook", null).toString().split(text, -1).length - 1;
  }

  private void databaseKilled() throws Exception {
    long job = at.hookedUp("truck-1", "Database killed");
    String base = "/api/jobs/" + job;
    int before = count(base, "Quick roll call");
    int refused = 0;
    double slowest = 0;
    for (int i = 0; i < KILLS; i++) {
      at.kill("database");
      long began = System.nanoTime();
      refused += post(base + "/release") == 202 ? 0 : 1;
      slowest = Math.max(slowest, Installation.seconds(began));
      refused += post(base + "/roll-call") == 202 ? 0 : 1;
      TimeUnit.SECONDS.sleep(3);
      at.again("database");
      int wanted = before + i + 1;
      try {
        Installation.await(
            "the roll to be stored",
            () -> {
              try {
                return count(base, "Quick roll call") >= wanted;
              } catch (IllegalStateException notYet) {
                return false;
              }
            });
      } catch (IllegalStateException lost) {
        break;
      }
    }
    int stored = count(base, "Quick roll call") - before;
    at.server().call("DELETE", base + "/hook-up", null);
    report
        .say(
            "The database is killed (signal 9) while a unit is hooked up; what is held is let go of and the roll is called, then the database is started again.")
        .head("kills", "rolls stored", "commands refused", "slowest letting go, s")
        .row(KILLS, stored, refused, slowest)
        .end()
        .keep("rollsLost", KILLS - stored)
        .keep("commandsRefused", refused);
  }

  private int post(String path) {
    return at.server()
        .send(
            "POST",
            path,
            HttpRequest.BodyPublishers.ofString("{\"full\":false}"),
            "application/json",
            HttpResponse.BodyHandlers.discarding())
        .statusCode();
  }

  /** Begins a recording of engine speed. */
  private void record(String base, String name) {
    at.server()
        .call(
            "POST",
            base + "/watch/recorders",
            Map.of("name", name, "channels", List.of("engine/190")));
  }

  private void serverKilled() throws Exception {
    int lostRolls = 0;
    int lostNotes = 0;
    List<Double> lost = new ArrayList<>();
    for (int i = 0; i < KILLS; i++) {
      long job = at.hookedUp("truck-1", "Server killed");
      String base = "/api/jobs/" + job;
      record(base, "Killed");
      at.server().call("POST", base + "/logbook", Map.of("text", "said just before"));
      TimeUnit.MILLISECONDS.sleep(3_000 + 137L * i);
      double busNow =
          at.server().call("GET", base + "/cab/truck-1", null).path("micros").asDouble() / 1e6;
      at.kill("server");
      at.again("server");
      at.signIn();
      lostRolls += count(base, "roll call: ") >= 2 ? 0 : 1;
      lostNotes += count(base, "said just before") == 1 ? 0 : 1;
      JsonNode[] head = new JsonNode[1];
      Installation.await(
          "the recording",
          () -> {
            head[0] = at.server().call("GET", base + "/recordings-made", null).path(0);
            return head[0].path("samples").isNumber();
          });
      double origin =
          at.server()
              .call("GET", "/api/recordings/" + head[0].path("id").asLong() + "/origin", null)
              .path("seconds")
              .asDouble();
      lost.add(Math.max(0, busNow - origin - head[0].path("seconds").asDouble()));
    }
    report
        .say(
            "The server is killed (signal 9) while it records, right after a note; then it is started again.")
        .head(
            "kills",
            "rolls lost",
            "notes lost or doubled",
            "end of the recording lost, median, s",
            "worst, s")
        .row(
            KILLS,
            lostRolls,
            lostNotes,
            Installation.at(Installation.sorted(lost), 0.5),
            Installation.at(Installation.sorted(lost), 1))
        .end()
        .keep("serverLostWorst", Installation.at(Installation.sorted(lost), 1));
  }

  private void diskFull() throws Exception {
    if (smallDisk == null) {
      report.say("The full disk was not measured: without root no small disk can be made.");
      return;
    }
    Path filler = smallDisk.resolve("filler");
    List<Double> gaps = new ArrayList<>();
    long lostTold = 0;
    int marked = 0;
    for (int i = 0; i < FULL_DISKS; i++) {
      long job = at.hookedUp("truck-1", "Disk full");
      String base = "/api/jobs/" + job;
      record(base, "Full");
      TimeUnit.SECONDS.sleep(3);
      FullDisk.fill(filler);
      TimeUnit.SECONDS.sleep(8);
      Files.delete(filler);
      TimeUnit.SECONDS.sleep(3);
      at.server().call("DELETE", base + "/watch/recorders/1", null);
      JsonNode[] head = new JsonNode[1];
      Installation.await(
          "the recording",
          () -> {
            head[0] = at.server().call("GET", base + "/recordings-made", null).path(0);
            return head[0].path("samples").isNumber();
          });
      long id = head[0].path("id").asLong();
      gaps.add(at.longestGap(id));
      lostTold += head[0].path("lost").asLong();
      marked +=
          at.server().call("GET", "/api/recordings/" + id, null).toString().contains("GAP") ? 1 : 0;
      at.server().call("DELETE", base + "/hook-up", null);
    }
    report
        .say(
            "The disk that recordings and reports wait on is filled to its last byte for eight seconds while a truck is recorded.")
        .head(
            "times full",
            "longest gap in the recordings, median, s",
            "worst, s",
            "values told as lost",
            "recordings with a marked gap")
        .row(
            FULL_DISKS,
            Installation.at(Installation.sorted(gaps), 0.5),
            Installation.at(Installation.sorted(gaps), 1),
            lostTold,
            marked)
        .end()
        .keep("diskFullGapWorst", Installation.at(Installation.sorted(gaps), 1));
  }
}
