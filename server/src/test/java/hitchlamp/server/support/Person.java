package hitchlamp.server.support;

import hitchlamp.grade.ServerClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.WebSocket;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.function.Predicate;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Somebody at a browser, without the browser: cookies, the token against forged requests, one
 * stream.
 */
public final class Person {
  public static final String PASSWORD = ServerClient.PASSWORD;
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final ServerClient client;

  /**
   * @param status HTTP status
   */
  public record Answer(int status, JsonNode body, java.net.http.HttpHeaders headers) {}

  public Person(String url) {
    this.client = new ServerClient(url);
    get("/api/account/me");
  }

  /** Somebody of the demo who has signed in. */
  public static Person in(Installation.Running running, String name) {
    Person p = new Person(running.url());
    p.must("POST", "/api/account/sign-in", Map.of("name", name, "password", PASSWORD));
    return p;
  }

  public Answer get(String path) {
    return call("GET", path, null);
  }

  public Answer post(String path, Object body) {
    return call("POST", path, body);
  }

  public Answer delete(String path) {
    return call("DELETE", path, null);
  }

  /** Calls and wants it to go well. */
  public JsonNode must(String method, String path, Object body) {
    Answer a = call(method, path, body);
    if (a.status() >= 300) {
      throw new AssertionError(method + " " + path + ": " + a.status() + " " + a.body());
    }
    return a.body();
  }

  public Answer call(String method, String path, Object body) {
    String text = body == null ? "" : body instanceof String s ? s : JSON.writeValueAsString(body);
    return send(method, path, HttpRequest.BodyPublishers.ofString(text), "application/json");
  }

  /** Calls with a body of any type. */
  public Answer as(String method, String path, String type, String body) {
    return send(method, path, HttpRequest.BodyPublishers.ofString(body), type);
  }

  /** Uploads a file as a form does. */
  public Answer upload(String path, String name, byte[] content) {
    String border = "x-border-x";
    byte[] head =
        ("--"
                + border
                + "\r\nContent-Disposition: form-data; name=\"file\"; filename=\""
                + name
                + "\"\r\nContent-Type: text/plain\r\n\r\n")
            .getBytes();
    byte[] tail = ("\r\n--" + border + "--\r\n").getBytes();
    return send(
        "POST",
        path,
        HttpRequest.BodyPublishers.ofByteArrays(java.util.List.of(head, content, tail)),
        "multipart/form-data; boundary=" + border);
  }

  private Answer send(String method, String path, HttpRequest.BodyPublisher body, String type) {
    HttpResponse<String> answer =
        client.send(method, path, body, type, HttpResponse.BodyHandlers.ofString());
    String text = answer.body();
    boolean json =
        answer.headers().firstValue("Content-Type").orElse("").contains("json") && !text.isEmpty();
    return new Answer(answer.statusCode(), json ? JSON.readTree(text) : null, answer.headers());
  }

  /** The bytes behind a path. */
  public byte[] download(String path) {
    HttpResponse<byte[]> answer =
        client.send(
            "GET",
            path,
            HttpRequest.BodyPublishers.noBody(),
            "application/json",
            HttpResponse.BodyHandlers.ofByteArray());
    if (answer.statusCode() != 200) {
      throw new AssertionError(path + ": " + answer.statusCode());
    }
    return answer.body();
  }

  /** Forgets the token against forged requests, as a foreign page would not have it. */
  public void forgetToken() {
    client.forget();
  }

  /** What a job tells over the socket. */
  public Feed feed(long job, long after) {
    return feedOf("job/" + job, after);
  }

  /** The values of a job as they are, as a page that shows them gets them. */
  public Feed values(long job) {
    return feedOf("job/" + job + "/watch", -1);
  }

  /** Opens the stream with a listener of one's own. */
  public WebSocket listen(String subscribe, WebSocket.Listener listener) {
    return client.listen(subscribe, listener);
  }

  private Feed feedOf(String topic, long after) {
    Feed feed = new Feed();
    feed.socket = client.listen("{\"subscribe\":\"" + topic + "\",\"after\":" + after + "}", feed);
    return feed;
  }

  /** Hooks a job up to a simulated unit and calls the roll until its pack is known. */
  public void hookUpAndCall(long job, String link, Feed feed) {
    must("POST", "/api/jobs/" + job + "/hook-up", Map.of("link", link));
    feed.await(
        "hooked up",
        c -> c.path("type").asString().equals("link") && c.path("body").path("address").isNumber());
    // The full roll tells what unit it is; the quick one after it is called under its pack.
    for (boolean full : new boolean[] {true, false}) {
      must("POST", "/api/jobs/" + job + "/roll-call", Map.of("full", full));
      feed.await(
          "roll",
          c ->
              c.path("type").asString().equals("roll")
                  && c.path("body").path("state").asString().equals("COMPLETE"));
    }
  }

  /**
   * Prepares a test. Whoever is told that faults or story are still being read waits for it and
   * tries again.
   *
   * @param test its id and its module
   */
  public void prepare(long job, Map<String, Object> test, Feed feed) {
    long end = System.nanoTime() + Feed.PATIENCE;
    while (true) {
      Answer answer = post("/api/jobs/" + job + "/trials", test);
      boolean wait = answer.status() == 409 && answer.body().toString().contains("try again");
      if (answer.status() < 300) {
        return;
      }
      if (!wait || System.nanoTime() > end) {
        throw new AssertionError(test + ": " + answer.status() + " " + answer.body());
      }
      feed.await("a sign of life", c -> true);
    }
  }

  /** Received changes in order. */
  public static final class Feed implements WebSocket.Listener, AutoCloseable {
    private final LinkedBlockingQueue<JsonNode> changes = new LinkedBlockingQueue<>();
    private static final int MOST_TOLD = 600;

    /** Everything is real sockets and real time here: how long the slowest machine may take, ns. */
    private static final long PATIENCE = TimeUnit.SECONDS.toNanos(60);

    private final StringBuilder part = new StringBuilder();
    private final CountDownLatch closed = new CountDownLatch(1);
    private WebSocket socket;

    @Override
    public CompletionStage<?> onText(WebSocket s, CharSequence data, boolean last) {
      part.append(data);
      if (last) {
        changes.add(JSON.readTree(part.toString()));
        part.setLength(0);
      }
      s.request(1);
      return null;
    }

    /** Waits for the next change that fits; fails after a minute. */
    public JsonNode await(String what, Predicate<JsonNode> fits) {
      long end = System.nanoTime() + PATIENCE;
      Map<String, JsonNode> last = new TreeMap<>();
      while (System.nanoTime() < end) {
        try {
          JsonNode next = changes.poll(1, TimeUnit.SECONDS);
          if (next != null && fits.test(next)) {
            return next;
          }
          if (next != null) {
            last.put(next.path("type").asString(), next);
          }
        } catch (InterruptedException e) {
          Thread.currentThread().interrupt();
          break;
        }
      }
      StringBuilder told = new StringBuilder("not told: " + what + "; last of each kind:");
      last.forEach((type, c) -> told.append("\n").append(clip(c.toString())));
      throw new AssertionError(told.toString());
    }

    private static String clip(String text) {
      return text.length() <= MOST_TOLD ? text : text.substring(0, MOST_TOLD) + "…";
    }

    public JsonNode awaitLink(String state) {
      return await(
          "link " + state,
          c ->
              c.path("type").asString().equals("link")
                  && c.path("body").path("state").asString().equals(state));
    }

    /** Waits until the server closes the stream; fails after a minute. */
    public void awaitClosed() throws InterruptedException {
      if (!closed.await(PATIENCE, TimeUnit.NANOSECONDS)) {
        throw new AssertionError("the stream is still open");
      }
    }

    @Override
    public CompletionStage<?> onClose(WebSocket s, int status, String reason) {
      closed.countDown();
      return null;
    }

    /** Says something to the server. */
    public void say(String text) {
      socket.sendText(text, true).join();
    }

    @Override
    public void close() {
      socket.abort();
    }
  }

  /** Adds a unit and opens a job on it; gives the job's id. */
  public long openJob(String fleetNumber) {
    return client.openJob(fleetNumber, "does not pull");
  }
}
