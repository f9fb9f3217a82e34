package hitchlamp.yaml;

/** Something in a YAML file that cannot be accepted: where, what, and how to mend it. */
public final class YamlFault extends RuntimeException {
  private final String file;
  private final int line;
  private final String reason;

  /**
   * @param file name of the file as the user knows it
   * @param line line number, counted from 1
   * @param reason what is wrong and what would be right
   */
  public YamlFault(String file, int line, String reason) {
    super(file + ":" + line + ": " + reason);
    this.file = file;
    this.line = line;
    this.reason = reason;
  }

  public String file() {
    return file;
  }

  /** Line number, counted from 1. */
  public int line() {
    return line;
  }

  public String reason() {
    return reason;
  }
}
