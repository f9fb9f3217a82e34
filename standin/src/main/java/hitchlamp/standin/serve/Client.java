package hitchlamp.standin.serve;

import hitchlamp.core.bus.StampedFrame;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.SocketChannel;

/**
 * One client of one unit, whatever it speaks. What a slow client has not read is held up to {@link
 * #MOST_UNREAD} bytes.
 */
abstract class Client {
  /** Bytes that may wait for a slow client. */
  static final int MOST_UNREAD = 4 * 1024 * 1024;

  private final SocketChannel channel;
  private final UnitHost berth;
  private final ByteBuffer in = ByteBuffer.allocate(8192);
  private ByteBuffer out = ByteBuffer.allocate(16_384);
  private boolean dead;

  Client(SocketChannel channel, UnitHost berth) {
    this.channel = channel;
    this.berth = berth;
  }

  final UnitHost berth() {
    return berth;
  }

  /** True where it hears the vessel's network and not the bus of the engines. */
  boolean onBackbone() {
    return false;
  }

  /** True while the unit must not run faster than the wall clock for it. */
  boolean wantsRealTime() {
    return false;
  }

  final boolean dead() {
    return dead;
  }

  final void die() {
    dead = true;
  }

  /** Reads what has come. */
  final void read() {
    try {
      int count;
      while ((count = channel.read(in)) > 0) {
        take(in.array(), count);
        in.clear();
      }
      dead |= count < 0;
    } catch (IOException e) {
      dead = true;
    }
  }

  /** Takes bytes of the client. */
  abstract void take(byte[] bytes, int count);

  /** A frame was on the bus. */
  abstract void hear(StampedFrame stamped, Object sender);

  /** Bytes that the client has not taken yet. */
  final int unread() {
    return out.position();
  }

  final void say(byte[] bytes) {
    ByteBuffer to = room(bytes.length);
    if (!dead) {
      to.put(bytes);
    }
  }

  /** Where the next bytes go, with room for so many; a client that is too slow is cut off. */
  final ByteBuffer room(int bytes) {
    if (out.remaining() >= bytes) {
      return out;
    }
    if (out.capacity() >= MOST_UNREAD) {
      dead = true;
      out.clear();
      return out;
    }
    ByteBuffer larger = ByteBuffer.allocate(out.capacity() * 2);
    out.flip();
    larger.put(out);
    out = larger;
    return out;
  }

  /** Writes what waits, as far as the client takes it. */
  final void flush() {
    if (out.position() == 0) {
      return;
    }
    try {
      out.flip();
      channel.write(out);
      out.compact();
    } catch (IOException e) {
      dead = true;
    }
  }

  final void close() {
    dead = true;
    try {
      channel.close();
    } catch (IOException e) {
      // It is gone either way.
    }
  }
}
