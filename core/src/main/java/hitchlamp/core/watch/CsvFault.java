package hitchlamp.core.watch;

/** Something in a CSV file that cannot be read, with its line. Nothing of the file is loaded. */
public final class CsvFault extends RuntimeException {
  private final long line;

  /**
   * @param line counted from 1; 0 where it is about the whole file
   * @param reason what is wrong and how to mend it
   */
  public CsvFault(long line, String reason) {
    super(line > 0 ? "line " + line + ": " + reason : reason);
    this.line = line;
  }

  public long line() {
    return line;
  }
}
