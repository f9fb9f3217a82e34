package hitchlamp.core.bus;

/** A link does not do what was asked: it is closed, read-only or was refused by the other side. */
public final class LinkRefusal extends RuntimeException {
  private final String next;

  public LinkRefusal(String reason) {
    this(reason, "");
  }

  /**
   * @param next what a person does about it, a sentence; empty where nothing special is known
   */
  public LinkRefusal(String reason, String next) {
    super(reason);
    this.next = next;
  }

  /** What a person does about it; empty where nothing special is known. */
  public String next() {
    return next;
  }
}
