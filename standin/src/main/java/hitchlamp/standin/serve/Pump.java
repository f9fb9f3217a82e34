package hitchlamp.standin.serve;

import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.channels.SelectionKey;
import java.nio.channels.Selector;
import java.nio.channels.ServerSocketChannel;
import java.nio.channels.SocketChannel;
import java.util.ArrayList;
import java.util.List;
import java.util.Queue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.function.BiFunction;
import java.util.function.Function;

/**
 * One thread that runs all units and serves all their clients: no locks anywhere in the simulation.
 */
final class Pump implements Runnable {
  private static final long STEP_MILLIS = 2;

  /** A port of a unit, and what speaks there. */
  private record Door(UnitHost berth, BiFunction<SocketChannel, UnitHost, Client> speaks) {}

  private final Selector selector;
  private final List<UnitHost> berths = new ArrayList<>();
  private final Queue<Runnable> asked = new ConcurrentLinkedQueue<>();
  private volatile boolean stopped;

  Pump() throws IOException {
    selector = Selector.open();
  }

  /** Opens the port of a unit; 0 takes a free one. */
  UnitHost open(InetAddress host, int port, Function<Integer, UnitHost> unit) throws IOException {
    ServerSocketChannel server = listen(host, port);
    UnitHost berth = unit.apply(portOf(server));
    server.register(selector, SelectionKey.OP_ACCEPT, new Door(berth, Connection::new));
    berths.add(berth);
    return berth;
  }

  /** Opens a port at which a unit is reached as by a serial adapter; 0 takes a free one. */
  void openAdapter(InetAddress host, int port, UnitHost berth) throws IOException {
    ServerSocketChannel server = listen(host, port);
    berth.adapterAt(portOf(server));
    server.register(selector, SelectionKey.OP_ACCEPT, new Door(berth, Adapter::new));
  }

  private static ServerSocketChannel listen(InetAddress host, int port) throws IOException {
    ServerSocketChannel server = ServerSocketChannel.open();
    server.bind(new InetSocketAddress(host, port));
    server.configureBlocking(false);
    return server;
  }

  private static int portOf(ServerSocketChannel server) throws IOException {
    return ((InetSocketAddress) server.getLocalAddress()).getPort();
  }

  List<UnitHost> berths() {
    return berths;
  }

  /** Does something in the pump's thread. */
  <T> CompletableFuture<T> ask(java.util.concurrent.Callable<T> what) {
    CompletableFuture<T> done = new CompletableFuture<>();
    asked.add(
        () -> {
          try {
            done.complete(what.call());
          } catch (Exception e) {
            done.completeExceptionally(e);
          }
        });
    selector.wakeup();
    return done;
  }

  void stop() {
    stopped = true;
    selector.wakeup();
  }

  @Override
  public void run() {
    try {
      while (!stopped) {
        selector.select(this::ready, STEP_MILLIS);
        for (Runnable r = asked.poll(); r != null; r = asked.poll()) {
          r.run();
        }
        long now = System.nanoTime();
        for (UnitHost b : berths) {
          b.run(now);
          for (Client c : b.clients()) {
            c.flush();
            if (c.dead()) {
              c.close();
            }
          }
          b.clients().removeIf(Client::dead);
        }
      }
      for (SelectionKey key : selector.keys()) {
        key.channel().close();
      }
      selector.close();
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  private void ready(SelectionKey key) {
    try {
      if (key.attachment() instanceof Door door) {
        UnitHost berth = door.berth();
        SocketChannel channel = ((ServerSocketChannel) key.channel()).accept();
        if (channel != null && !berth.accepts()) {
          channel.close();
        } else if (channel != null) {
          channel.configureBlocking(false);
          channel.setOption(java.net.StandardSocketOptions.TCP_NODELAY, true);
          Client c = door.speaks().apply(channel, berth);
          channel.register(selector, SelectionKey.OP_READ, c);
          berth.clients().add(c);
        }
      } else if (key.attachment() instanceof Client c) {
        c.read();
      }
    } catch (IOException e) {
      key.cancel();
    }
  }
}
