package hitchlamp.server.watch;

import java.io.IOException;
import java.nio.ByteBuffer;

/** A place for bytes that is made when it can be: a full disk makes no file. */
final class LateDisk implements Spool.Disk {
  /** Makes the place. */
  interface Maker {
    Spool.Disk make() throws IOException;
  }

  private final Maker maker;
  private Spool.Disk made;

  LateDisk(Maker maker) {
    this.maker = maker;
  }

  private Spool.Disk disk() throws IOException {
    if (made == null) {
      made = maker.make();
    }
    return made;
  }

  @Override
  public int write(ByteBuffer bytes, long at) throws IOException {
    return disk().write(bytes, at);
  }

  @Override
  public void truncate(long length) throws IOException {
    if (made != null) {
      made.truncate(length);
    }
  }

  @Override
  public void force() throws IOException {
    disk().force();
  }

  @Override
  public void close() throws IOException {
    if (made != null) {
      made.close();
    }
  }
}
