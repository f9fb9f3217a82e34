package hitchlamp.standin.serve;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.standin.scenario.Scenario;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class StandInTest {
  private StandIn standIn;

  @BeforeEach
  void serve() throws IOException {
    Scenario scenario =
        Scenario.read(
            "s", "scenario: s\ntitle: S\nunit: road-truck\nseed: 7\nvin: SMW0TPR1400018204\n");
    standIn = StandIn.start(InetAddress.getLoopbackAddress(), 0, 0, 1, List.of(scenario));
  }

  @AfterEach
  void end() {
    standIn.close();
  }

  private static String message(InputStream in) throws IOException {
    StringBuilder text = new StringBuilder();
    for (int b = in.read(); b != '>'; b = in.read()) {
      assertThat(b).as("the connection ended").isNotNegative();
      text.append((char) b);
    }
    return text.substring(text.indexOf("<") + 1).trim();
  }

  private Socket client(String bus) throws IOException {
    Socket socket = new Socket(InetAddress.getLoopbackAddress(), standIn.port(0));
    socket.setSoTimeout(5_000);
    assertThat(message(socket.getInputStream())).isEqualTo("hi");
    socket.getOutputStream().write(("< open " + bus + " >").getBytes(StandardCharsets.US_ASCII));
    assertThat(message(socket.getInputStream())).isEqualTo("ok");
    socket.getOutputStream().write("< rawmode >".getBytes(StandardCharsets.US_ASCII));
    assertThat(message(socket.getInputStream())).isEqualTo("ok");
    return socket;
  }

  private String http(String method, String path, String body)
      throws IOException, InterruptedException {
    HttpRequest request =
        HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + standIn.cabPort() + path))
            .method(method, HttpRequest.BodyPublishers.ofString(body))
            .build();
    HttpResponse<String> answer =
        HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.ofString());
    return answer.statusCode() + " " + answer.body();
  }

  @Test
  void framesComeAndWhatOneSendsTheOtherSees() throws IOException {
    try (Socket tap = client("can250");
        Socket sender = client("can250")) {
      assertThat(message(tap.getInputStream())).startsWith("frame ");
      sender
          .getOutputStream()
          .write("< send 18EAFFF9 3 0 EE 0 >".getBytes(StandardCharsets.US_ASCII));
      String seen;
      do {
        seen = message(tap.getInputStream());
      } while (!seen.startsWith("frame 18EAFFF9"));
      assertThat(seen).endsWith(" 00EE00");
    }
  }

  /**
   * As a daemon does: it tells frames in raw mode alone, and sends for whoever has opened a bus.
   */
  @Test
  void whoOnlySendsHearsNothingAndIsHeard() throws IOException {
    try (Socket tap = client("can250");
        Socket sender = new Socket(InetAddress.getLoopbackAddress(), standIn.port(0))) {
      sender.setSoTimeout(5_000);
      assertThat(message(sender.getInputStream())).isEqualTo("hi");
      tell(sender, "< send 18EAFFF9 3 0 EE 0 >");
      assertThat(message(sender.getInputStream())).isEqualTo("error no bus is open");
      tell(sender, "< open can250 >");
      assertThat(message(sender.getInputStream())).isEqualTo("ok");
      tell(sender, "< send 18EAFFF9 3 0 EE 0 >");
      String seen;
      do {
        seen = message(tap.getInputStream());
      } while (!seen.startsWith("frame 18EAFFF9"));
      tell(sender, "< echo >");
      assertThat(message(sender.getInputStream())).as("no frame before it").isEqualTo("echo");
    }
  }

  private static void tell(Socket socket, String text) throws IOException {
    socket.getOutputStream().write(text.getBytes(StandardCharsets.US_ASCII));
  }

  @Test
  void theWrongSpeedGivesErrorsAndAnUnknownBusIsRefused() throws IOException {
    try (Socket wrong = client("can500")) {
      assertThat(message(wrong.getInputStream())).startsWith("error");
    }
    try (Socket socket = new Socket(InetAddress.getLoopbackAddress(), standIn.port(0))) {
      message(socket.getInputStream());
      socket.getOutputStream().write("< open can9 >".getBytes(StandardCharsets.US_ASCII));
      assertThat(message(socket.getInputStream())).isEqualTo("error could not open bus");
    }
  }

  @Test
  void theCabIsOperatedOverHttpAndTellsNothingOfDefects() throws Exception {
    assertThat(http("GET", "/units", "")).startsWith("200").contains("\"port\":" + standIn.port(0));
    assertThat(http("POST", "/units/s", "{\"action\":\"key\",\"value\":\"off\"}"))
        .contains("\"key\":\"off\"");
    assertThat(http("POST", "/units/s", "{\"action\":\"key\",\"value\":\"sideways\"}"))
        .startsWith("400")
        .contains("off, on or crank");
    assertThat(http("POST", "/units/s", "{\"action\":\"pedal\",\"value\":\"7\"}"))
        .startsWith("400");
    assertThat(http("POST", "/units/s", "{\"action\":\"fluid\",\"value\":\"600\"}"))
        .startsWith("400");
    assertThat(http("POST", "/units/s", "{\"action\":\"fluid\",\"value\":\"30\"}"))
        .startsWith("200");
    assertThat(http("POST", "/units/s", "{\"action\":\"regenerate\",\"value\":\"\"}"))
        .startsWith("200");
    assertThat(http("POST", "/units/s", "nonsense")).startsWith("400");
    assertThat(http("GET", "/units/other", "")).startsWith("404");
    assertThat(http("GET", "/units/s", "")).doesNotContainIgnoringCase("defect");
  }

  @Test
  void pullingThePlugClosesEveryConnectionAndRefusesNewOnes() throws Exception {
    try (Socket tap = client("can250")) {
      http("POST", "/units/s", "{\"action\":\"plug\",\"value\":\"false\"}");
      InputStream in = tap.getInputStream();
      byte[] rest = new byte[4096];
      int count;
      do {
        count = in.read(rest);
      } while (count >= 0);
    }
    try (Socket late = new Socket(InetAddress.getLoopbackAddress(), standIn.port(0))) {
      assertThat(late.getInputStream().read()).isNegative();
    }
    http("POST", "/units/s", "{\"action\":\"plug\",\"value\":\"true\"}");
    client("can250").close();
  }

  /**
   * The client takes each answer of the opening handshake as one read, so that a frame right behind
   * an answer confuses it: the key stays off until it says that it has opened.
   *
   * <p>Source: the socketcand client of Debian's python3-can, an independent program.
   */
  @Test
  void anIndependentClientReadsAndSends() throws Exception {
    String script =
        """
        import can, sys
        bus = can.interface.Bus(interface='socketcand', host='127.0.0.1', port=int(sys.argv[1]), channel='can250')
        print('open', flush=True)
        frames = [bus.recv(2) for _ in range(200)]
        assert all(f is not None and f.is_extended_id for f in frames), 'frames'
        assert any((f.arbitration_id >> 8 & 0xFFFF) == 61444 and len(f.data) == 8 for f in frames), 'engine speed'
        stamps = [f.timestamp for f in frames]
        assert stamps == sorted(stamps), 'order'
        bus.send(can.Message(arbitration_id=0x18EA00F9, data=[0xEB, 0xFE, 0x00], is_extended_id=True))
        for _ in range(4000):
            f = bus.recv(2)
            if f is not None and f.arbitration_id == 0x1CECF900 and f.data[0] == 16:
                print('answered', len(frames)); bus.shutdown(); sys.exit(0)
        sys.exit('no answer to the request')
        """;
    http("POST", "/units/s", "{\"action\":\"key\",\"value\":\"off\"}");
    Process python =
        new ProcessBuilder("/usr/bin/python3", "-c", script, String.valueOf(standIn.port(0)))
            .redirectErrorStream(true)
            .start();
    BufferedReader said = python.inputReader(StandardCharsets.UTF_8);
    String first = said.readLine();
    http("POST", "/units/s", "{\"action\":\"key\",\"value\":\"on\"}");
    assertThat(python.waitFor(60, TimeUnit.SECONDS)).isTrue();
    String out = first + said.lines().collect(Collectors.joining("\n"));
    assertThat(python.exitValue()).as(out).isZero();
    assertThat(out).contains("answered 200");
  }
}
