package hitchlamp.core.trial;

/** A table from which nothing can be told, with what is to be done about it. */
public final class UnusableTable extends RuntimeException {
  private static final long serialVersionUID = 1;

  public UnusableTable(String why) {
    super(why);
  }
}
