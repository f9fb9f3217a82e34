package hitchlamp.server.hookup;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.Link;
import hitchlamp.core.bus.LinkCapabilities;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.LinkRefusal;
import hitchlamp.core.bus.SocketcandText;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.util.ArrayList;
import java.util.List;

/**
 * A live link over two TCP connections to a CAN daemon: the sender puts frames on the bus, the tap
 * shows everything that the bus carried, our own frames too. Only the tap is in raw mode, so that
 * nobody tells or hears the bus twice. Where a daemon sends in raw mode alone, which shows in a
 * refusal or in our first frame not coming by, the sender changes to it and sends that frame again.
 */
final class TcpLink implements Link {
  private static final int CONNECT_MILLIS = 3_000;
  private static final int HELLO_MILLIS = 3_000;

  /** Our first frame has come by after so long, or the daemon does not send as it was asked. */
  private static final long PROVEN_NANOS = 500_000_000L;

  private final Socket tap;
  private final Socket sender;
  private final double factor;
  private final Arrivals arrivals;
  private final List<LinkEvent> read = new ArrayList<>();
  private volatile boolean closed;
  private boolean gone;

  /** True once our first frame came by, or the sender is in raw mode. */
  private volatile boolean proven;

  /** Our first frame until then, and when it was sent; null before. Under the sender's lock. */
  private Frame first;

  private long firstNanos;

  private TcpLink(Socket tap, Socket sender, double factor) {
    this.tap = tap;
    this.sender = sender;
    this.factor = factor;
    this.arrivals = new Arrivals(factor);
  }

  /**
   * Opens both connections.
   *
   * @throws LinkRefusal where the other side refuses or does not speak the protocol
   */
  static TcpLink open(String host, int port, String bus, double factor) {
    Socket tap = connect(host, port, bus, true);
    Socket sender;
    try {
      sender = connect(host, port, bus, false);
    } catch (LinkRefusal e) {
      close(tap);
      throw e;
    }
    TcpLink link = new TcpLink(tap, sender, factor);
    link.thread("tap " + bus, link::readTap);
    link.thread("sender " + bus, link::readSender);
    return link;
  }

  private void thread(String name, Runnable what) {
    Thread t = new Thread(what, name);
    t.setDaemon(true);
    t.start();
  }

  private static Socket connect(String host, int port, String bus, boolean raw) {
    Socket socket = new Socket();
    try {
      socket.connect(new InetSocketAddress(host, port), CONNECT_MILLIS);
      socket.setTcpNoDelay(true);
      socket.setSoTimeout(HELLO_MILLIS);
      expect(socket, "hi", null);
      expect(socket, "ok", SocketcandText.open(bus));
      if (raw) {
        expect(socket, "ok", SocketcandText.rawMode());
      }
      socket.setSoTimeout(0);
      return socket;
    } catch (SocketTimeoutException e) {
      close(socket);
      throw new LinkRefusal(HookupWords.say("nothing-at-answers-as-a-can", host, port));
    } catch (IOException e) {
      close(socket);
      throw new LinkRefusal(HookupWords.say("the-connection-to-was-refused", host, port));
    }
  }

  /**
   * Says something and reads exactly one message, byte by byte, so that nothing of what follows is
   * swallowed.
   */
  private static void expect(Socket socket, String word, byte[] say) throws IOException {
    if (say != null) {
      socket.getOutputStream().write(say);
    }
    StringBuilder text = new StringBuilder();
    InputStream in = socket.getInputStream();
    for (int b = in.read(); b != '>'; b = in.read()) {
      if (b < 0 || text.length() > 200) {
        throw new LinkRefusal(
            b < 0
                ? HookupWords.say("the-connection-was-closed-at-once")
                : HookupWords.say("what-answers-is-no-can-daemon"));
      }
      text.append((char) b);
    }
    String said = text.toString().replace("<", "").trim();
    if (!said.equals(word)) {
      throw new LinkRefusal(HookupWords.say("the-can-daemon-says", said));
    }
  }

  private void readTap() {
    SocketcandText reader = new SocketcandText();
    byte[] bytes = new byte[16_384];
    String why = HookupWords.say("the-connection-was-closed-by-the");
    try {
      InputStream in = tap.getInputStream();
      for (int count = in.read(bytes); count >= 0; count = in.read(bytes)) {
        reader.feed(bytes, 0, count, this::said);
        arrivals.came(read);
        read.clear();
      }
    } catch (IOException e) {
      why = HookupWords.say("the-connection-broke", e.getMessage());
    }
    if (!closed) {
      arrivals.gone(why);
    }
  }

  private void said(SocketcandText.Said said) {
    if (said instanceof SocketcandText.Said.FrameSaid frame) {
      read.add(new LinkEvent.Seen(frame.stamped()));
      if (!proven) {
        cameBy(frame.stamped().frame());
      }
    } else if (said instanceof SocketcandText.Said.Word word && word.text().startsWith("error")) {
      read.add(new LinkEvent.BusError(arrivals.now(), word.text()));
    }
  }

  private void cameBy(Frame frame) {
    synchronized (sender) {
      proven |= frame.equals(first);
    }
  }

  /** The sender tells when it does not send; what it hears in raw mode nobody needs twice. */
  private void readSender() {
    SocketcandText reader = new SocketcandText();
    byte[] bytes = new byte[16_384];
    try {
      InputStream in = sender.getInputStream();
      for (int count = in.read(bytes); count >= 0; count = in.read(bytes)) {
        if (!proven) {
          reader.feed(bytes, 0, count, this::refused);
        }
      }
    } catch (IOException e) {
      // The tap tells of a broken link.
    }
  }

  private void refused(SocketcandText.Said said) {
    if (said instanceof SocketcandText.Said.Word word && word.text().startsWith("error")) {
      sendsRaw();
    }
  }

  /** The daemon sends in raw mode alone: what it has not sent is sent again. */
  private void sendsRaw() {
    synchronized (sender) {
      if (!proven) {
        proven = true;
        write(SocketcandText.rawMode());
        if (first != null) {
          write(SocketcandText.send(first));
        }
      }
    }
  }

  private void write(byte[] bytes) {
    try {
      sender.getOutputStream().write(bytes);
    } catch (IOException e) {
      arrivals.gone(HookupWords.say("the-connection-broke-while-sending"));
    }
  }

  @Override
  public long lost() {
    return arrivals.lost();
  }

  @Override
  public void wake() {
    arrivals.wake();
  }

  @Override
  public LinkCapabilities capabilities() {
    return LinkCapabilities.raw(factor);
  }

  @Override
  public LinkEvent await(long untilMicros) throws InterruptedException {
    if (!proven && overdue()) {
      sendsRaw();
    }
    LinkEvent next = arrivals.await(untilMicros);
    gone |= next instanceof LinkEvent.Lost;
    return next;
  }

  @Override
  public void send(Frame frame) {
    if (closed || gone) {
      return;
    }
    synchronized (sender) {
      if (!proven && first == null) {
        first = frame;
        firstNanos = System.nanoTime();
      }
      write(SocketcandText.send(frame));
    }
  }

  private boolean overdue() {
    synchronized (sender) {
      return first != null && System.nanoTime() - firstNanos > PROVEN_NANOS;
    }
  }

  @Override
  public void close() {
    closed = true;
    close(tap);
    close(sender);
    arrivals.close();
  }

  private static void close(Socket socket) {
    try {
      socket.close();
    } catch (IOException e) {
      // It is gone either way.
    }
  }
}
