package hitchlamp.server.config;

import org.springframework.http.HttpStatus;

/** A request that is refused: what is wrong, and what the user does next. */
public final class Refusal extends RuntimeException {
  private final HttpStatus status;
  private final String next;

  public Refusal(HttpStatus status, String what, String next) {
    super(what);
    this.status = status;
    this.next = next;
  }

  /** There is nothing of that kind. */
  public static Refusal missing(String what) {
    return new Refusal(
        HttpStatus.NOT_FOUND,
        ConfigWords.say("there-is-no-such", what),
        ConfigWords.say("go-back-to-the-list-and"));
  }

  /** It cannot be done in the present state. */
  public static Refusal conflict(String what, String next) {
    return new Refusal(HttpStatus.CONFLICT, what, next);
  }

  /** The input cannot be used. */
  public static Refusal bad(String what, String next) {
    return new Refusal(HttpStatus.BAD_REQUEST, what, next);
  }

  /** The role does not permit it. */
  public static Refusal forbidden(String what, String next) {
    return new Refusal(HttpStatus.FORBIDDEN, what, next);
  }

  public HttpStatus status() {
    return status;
  }

  public String next() {
    return next;
  }
}
