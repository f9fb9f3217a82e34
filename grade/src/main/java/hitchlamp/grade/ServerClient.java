package hitchlamp.grade;

import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.WebSocket;
import java.time.Duration;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A demo server, spoken to over HTTP and WebSocket as the browser does; the tests use it too. */
public final class ServerClient {
  static final String NAME = "Manager";

  /** Password of everybody in the demo. */
  public static final String PASSWORD = "saltmere-island";

  private static final Duration PATIENCE = Duration.ofMinutes(3);

  private final String address;
  private final CookieManager cookies = new CookieManager();
  private final HttpClient http = HttpClient.newBuilder().cookieHandler(cookies).build();
  private final JsonMapper mapper = JsonMapper.builder().build();

  /**
   * @param address of the server, without a slash at its end
   */
  public ServerClient(String address) {
    this.address = address;
  }

  /** Address of the server. */
  public String address() {
    return address;
  }

  /** Signs the demo's manager in. */
  void signIn() {
    call("GET", "/api/account/me", null);
    call("POST", "/api/account/sign-in", Map.of("name", NAME, "password", PASSWORD));
  }

  /** Adds a truck and opens a job on it; the job's id. */
  public long openJob(String fleetNumber, String complaint) {
    long unit =
        call(
                "POST",
                "/api/units",
                Map.of(
                    "fleetNumber",
                    fleetNumber,
                    "vin",
                    "",
                    "maker",
                    "",
                    "model",
                    "",
                    "unitClass",
                    "TRUCK"))
            .path("id")
            .asLong();
    return call("POST", "/api/jobs", Map.of("unitId", unit, "complaint", complaint))
        .path("id")
        .asLong();
  }

  /** Follows a job from now on. */
  WebSocket listen(long job, WebSocket.Listener listener) {
    return listen("{\"subscribe\":\"job/" + job + "\"}", listener);
  }

  /** Opens the stream and says what it wants. */
  public WebSocket listen(String subscribe, WebSocket.Listener listener) {
    WebSocket socket =
        http.newWebSocketBuilder()
            .buildAsync(URI.create(address.replace("http", "ws") + "/api/stream"), listener)
            .join();
    socket.sendText(subscribe, true).join();
    return socket;
  }

  /**
   * What the server answers.
   *
   * @param body turned into JSON; null for none
   * @throws IllegalStateException where it refuses
   */
  public JsonNode call(String method, String path, Object body) {
    HttpResponse<String> answer = send(method, path, body);
    if (answer.statusCode() >= 300) {
      throw new IllegalStateException(
          method + " " + path + ": " + answer.statusCode() + " " + answer.body());
    }
    return answer.body().isEmpty() ? null : mapper.readTree(answer.body());
  }

  /** Whether a GET finds something there. */
  boolean has(String path) {
    return send("GET", path, null).statusCode() < 300;
  }

  private HttpResponse<String> send(String method, String path, Object body) {
    String text = body == null ? "" : mapper.writeValueAsString(body);
    return send(
        method,
        path,
        HttpRequest.BodyPublishers.ofString(text),
        "application/json",
        HttpResponse.BodyHandlers.ofString());
  }

  /**
   * Sends with the cookies and the token against forged requests, and gives back whatever comes.
   *
   * @param type of the body
   */
  public <T> HttpResponse<T> send(
      String method,
      String path,
      HttpRequest.BodyPublisher body,
      String type,
      HttpResponse.BodyHandler<T> as) {
    try {
      HttpRequest.Builder request =
          HttpRequest.newBuilder(URI.create(address + path))
              .timeout(PATIENCE)
              .header("Content-Type", type)
              .method(method, body);
      cookies.getCookieStore().getCookies().stream()
          .filter(c -> c.getName().equals("XSRF-TOKEN"))
          .map(HttpCookie::getValue)
          .findFirst()
          .ifPresent(t -> request.header("X-XSRF-TOKEN", t));
      return http.send(request.build(), as);
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(e);
    }
  }

  /** Forgets cookies and token, as a foreign page would not have them. */
  public void forget() {
    cookies.getCookieStore().removeAll();
  }
}
