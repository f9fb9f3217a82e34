package hitchlamp.core.log;

/** What was given is no log that any frame can be read of. */
public final class LogFault extends RuntimeException {
  LogFault(String reason) {
    super(reason);
  }
}
