package hitchlamp.core.bus;

/** A line of a candump log that cannot be read. Nothing of the file is loaded. */
public final class CandumpFault extends RuntimeException {
  private final int line;
  private final String reason;

  public CandumpFault(int line, String reason) {
    super("line " + line + ": " + reason);
    this.line = line;
    this.reason = reason;
  }

  /** Line number, counted from 1. */
  public int line() {
    return line;
  }

  public String reason() {
    return reason;
  }
}
