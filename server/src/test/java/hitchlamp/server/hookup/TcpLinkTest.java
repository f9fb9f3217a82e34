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
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The link over TCP against a daemon of a few lines. */
class TcpLinkTest {
  /** How long the slowest machine may take, in microseconds; each frame comes at once. */
  private static final long PATIENCE = 60_000_000;

  private static final String HOUR = "< frame 18FEF100 3600.000000 0011223344556677 >";

  private static final Frame CLAIM = Frame.extended(0x18EEFFF9, 1, 2, 3, 4, 5, 6, 7, 8);
  private static final String SENT = "< send 18EEFFF9 8 1 2 3 4 5 6 7 8 >";
  private static final String SEEN = "< frame 18EEFFF9 1.000000 0102030405060708 >";
  private static final Frame REQUEST = Frame.extended(0x18EAFFF9, 0xEB, 0xFE, 0);

  private ServerSocket daemon;
  private volatile Socket tap;
  private volatile Socket sender;
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

  /** What the link says, up to the end of the message. */
  private static String hear(Socket socket) throws IOException {
    StringBuilder text = new StringBuilder();
    InputStream in = socket.getInputStream();
    for (int b = in.read(); b >= 0; b = in.read()) {
      text.append((char) b);
      if (b == '>') {
        break;
      }
    }
    return text.toString();
  }

  /** Answers the opening handshake of one connection; only the tap asks for raw mode. */
  private Socket greet(boolean tap) throws IOException {
    Socket socket = daemon.accept();
    say(socket, "< hi >");
    hear(socket);
    say(socket, "< ok >");
    if (tap) {
      assertThat(hear(socket)).isEqualTo("< rawmode >");
      say(socket, "< ok >");
    }
    return socket;
  }

  /** Opens a link; the daemon tells its tap the text afterwards. */
  private TcpLink open(String text) throws Exception {
    CompletableFuture<Void> told =
        CompletableFuture.runAsync(
            () -> {
              try {
                tap = greet(true);
                say(tap, text);
                sender = greet(false);
              } catch (IOException e) {
                throw new java.io.UncheckedIOException(e);
              }
            },
            threads);
    TcpLink link = TcpLink.open("127.0.0.1", daemon.getLocalPort(), "can250", 1);
    told.get();
    return link;
  }

  /** Waits for events of the link on a thread of its own, as its owner does. */
  private void owned(TcpLink link) {
    AtomicLong now = new AtomicLong();
    threads.execute(
        () -> {
          try {
            while (true) {
              link.await(now.addAndGet(20_000));
            }
          } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
          }
        });
  }

  @Test
  void theSenderHearsNoFramesAndSendsAtOnce() throws Exception {
    try (TcpLink link = open("")) {
      link.send(CLAIM);
      assertThat(hear(sender)).isEqualTo(SENT);
      say(tap, SEEN);
      assertThat(link.await(Long.MAX_VALUE)).isInstanceOf(LinkEvent.Seen.class);
      link.send(REQUEST);
      assertThat(hear(sender)).as("no frame twice, no other mode").startsWith("< send 18EAFFF9");
    }
  }

  @Test
  void whereADaemonSendsInRawModeAloneTheFirstFrameIsSentAgainAndNothingAfterIt() throws Exception {
    for (boolean refuses : new boolean[] {true, false}) {
      try (TcpLink link = open("")) {
        owned(link);
        link.send(CLAIM);
        assertThat(hear(sender)).isEqualTo(SENT);
        if (refuses) {
          say(sender, "< error unknown command >");
        }
        assertThat(hear(sender)).as("refuses: %s", refuses).isEqualTo("< rawmode >");
        assertThat(hear(sender)).isEqualTo(SENT);
        say(sender, "< ok >" + SEEN + "< error 20 >");
        link.send(REQUEST);
        assertThat(hear(sender)).startsWith("< send 18EAFFF9");
      }
    }
  }

  @Test
  void theFirstFrameSetsTheClockAndIsNeverTakenForSilence() throws Exception {
    for (int i = 0; i < 300; i++) {
      try (TcpLink link = open(HOUR)) {
        LinkEvent first = link.await(PATIENCE);
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
      link.await(PATIENCE);
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
      assertThat(link.await(PATIENCE)).isInstanceOf(LinkEvent.BusError.class);
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
