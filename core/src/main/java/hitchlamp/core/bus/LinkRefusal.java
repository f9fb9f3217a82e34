package hitchlamp.core.bus;

/** A link does not do what was asked: it is closed, read-only or was refused by the other side. */
public final class LinkRefusal extends RuntimeException {
  public LinkRefusal(String reason) {
    super(reason);
  }
}
