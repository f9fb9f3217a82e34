package hitchlamp.server.hookup;

import java.io.IOException;

/** Bytes to and from a serial adapter. */
interface SerialLine extends AutoCloseable {
  /**
   * Waits a moment for bytes.
   *
   * @return how many came, 0 where none came yet
   * @throws IOException where the adapter is gone
   */
  int read(byte[] into) throws IOException;

  /**
   * Writes all of them.
   *
   * @throws IOException where the adapter is gone
   */
  void write(byte[] bytes) throws IOException;

  @Override
  void close();
}
