package hitchlamp.yaml;

/** Something in a YAML file that cannot be accepted: where, what, and how to mend it. */
public final class YamlFault extends RuntimeException {
  private final String file;
  private final int line;
  private final String reason;
  private final String path;

  /**
   * @param file name of the file as the user knows it
   * @param line line number, counted from 1
   * @param reason what is wrong and what would be right
   */
  public YamlFault(String file, int line, String reason) {
    this(file, line, "", reason);
  }

  /**
   * @param path of the node that is wrong, empty for the file itself
   */
  public YamlFault(String file, int line, String path, String reason) {
    super(file + ":" + line + ": " + (path.isEmpty() ? "" : "'" + path + "': ") + reason);
    this.path = path;
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

  /** Path of the node that is wrong, such as {@code parameters[3].bits}; empty for the file. */
  public String path() {
    return path;
  }

  public String reason() {
    return reason;
  }
}
