package hitchlamp.server.hookup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.LinkRefusal;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The link over TCP against a daemon of a few lines. */
class TcpLinkTest {
  private static final String HOUR = "< frame 18FEF100 3600.000000 0011223344556677 >";

  private ServerSocket daemon;
  private ExecutorService threads;

  @BeforeEach
  void listen() throws IOException {
    daemon = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
    threads = Executors.newCachedThreadPool();
  }

  @AfterEach
  void close() throws IOException {
    daemon.close();
    threads.shutdownNow();
  }

  private static void say(Socket socket, String text) throws IOException {
    socket.getOutputStream().write(text.getBytes(StandardCharsets.US_ASCII));
  }

  private static void hear(Socket socket) throws IOException {
    InputStream in = socket.getInputStream();
    for (int b = in.read(); b != '>' && b >= 0; b = in.read()) {
      // up to the end of the message
    }
  }

  /** Answers the opening handshake of one connection. */
  private Socket greet() throws IOException {
    Socket socket = daemon.accept();
    say(socket, "< hi >");
    hear(socket);
    say(socket, "< ok >");
    hear(socket);
    say(socket, "< ok >");
    return socket;
  }

  /** Opens a link; the daemon tells both of its connections the text afterwards. */
  private TcpLink open(String text) throws Exception {
    CompletableFuture<Void> told =
        CompletableFuture.runAsync(
            () -> {
              try {
                say(greet(), text);
                say(greet(), text);
              } catch (IOException e) {
                throw new java.io.UncheckedIOException(e);
              }
            },
            threads);
    TcpLink link = TcpLink.open("127.0.0.1", daemon.getLocalPort(), "can250", 1);
    told.get();
    return link;
  }

  @Test
  void theFirstFrameSetsTheClockAndIsNeverTakenForSilence() throws Exception {
    for (int i = 0; i < 300; i++) {
      try (TcpLink link = open(HOUR)) {
        LinkEvent first = link.await(1_500_000);
        assertThat(first).as("opened %d times", i).isInstanceOf(LinkEvent.Seen.class);
        assertThat(first.micros()).isEqualTo(3_600_000_000L);
      }
    }
  }

  @Test
  void aSilentBusTicksAtTheTimeThatWasAskedFor() throws Exception {
    try (TcpLink link = open("")) {
      assertThat(link.await(20_000)).isEqualTo(new LinkEvent.Ticked(20_000));
    }
  }

  @Test
  void afterAFrameTimeGoesOnFromItsStamp() throws Exception {
    try (TcpLink link = open(HOUR)) {
      link.await(1_500_000);
      assertThat(link.await(3_600_010_000L)).isEqualTo(new LinkEvent.Ticked(3_600_010_000L));
    }
  }

  @Test
  void whoeverIsWantedElsewhereIsWokenWithoutAFrame() throws Exception {
    try (TcpLink link = open("")) {
      link.wake();
      assertThat(link.await(Long.MAX_VALUE)).isInstanceOf(LinkEvent.Ticked.class);
    }
  }

  @Test
  void anErrorOfTheBusIsTold() throws Exception {
    try (TcpLink link = open("< error no acknowledgement >")) {
      assertThat(link.await(1_500_000)).isInstanceOf(LinkEvent.BusError.class);
    }
  }

  @Test
  void aDaemonThatGoesAwayIsALostLinkAndNothingIsSentAnyMore() throws Exception {
    TcpLink link = open("");
    daemon.close();
    threads.shutdownNow();
    CompletableFuture.runAsync(link::close).get();
    assertThat(link.await(10_000)).isInstanceOf(LinkEvent.Ticked.class);
    link.send(Frame.extended(0x18EAFF00, 0, 0xEE, 0));
  }

  @Test
  void whatIsNoDaemonIsRefusedInWords() throws Exception {
    CompletableFuture.runAsync(
        () -> {
          try {
            say(daemon.accept(), "HTTP/1.1 400 Bad Request>");
          } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
          }
        },
        threads);
    assertThatThrownBy(() -> TcpLink.open("127.0.0.1", daemon.getLocalPort(), "can250", 1))
        .isInstanceOf(LinkRefusal.class)
        .hasMessageContaining("the CAN daemon says");
    int gone = daemon.getLocalPort();
    daemon.close();
    assertThatThrownBy(() -> TcpLink.open("127.0.0.1", gone, "can250", 1))
        .isInstanceOf(LinkRefusal.class)
        .hasMessageContaining("refused");
  }
}
