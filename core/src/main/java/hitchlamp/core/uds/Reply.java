package hitchlamp.core.uds;

/** What became of a diagnostic request. */
public sealed interface Reply {
  /**
   * It answered.
   *
   * @param data from the service byte on (request plus 0x40)
   */
  record Positive(byte[] data, long micros) implements Reply {
    @Override
    public boolean equals(Object o) {
      return o instanceof Positive p && micros == p.micros && java.util.Arrays.equals(data, p.data);
    }

    @Override
    public int hashCode() {
      return java.util.Arrays.hashCode(data);
    }
  }

  /** It refused. */
  record Refused(int service, NegativeCode code) implements Reply {}

  /** It said "more time" until the limit. */
  record NeverDone(int times) implements Reply {}

  /** Request or answer did not get through whole, at every try. */
  record Broken(Segments.Broke why) implements Reply {}

  /** Nothing came at any try. */
  record Silent() implements Reply {}

  /** Something came that answers no request of ours. */
  record Garbled(String what) implements Reply {}

  /** It was not asked. */
  record NotAsked(String why) implements Reply {}

  /** What it means, as the end of a sentence about the module. */
  default String says() {
    if (this instanceof Refused r) {
      return r.code().says();
    } else if (this instanceof NeverDone n) {
      return UdsWords.say("it-asked-for-more-time-times", n.times());
    } else if (this instanceof Broken b) {
      return UdsWords.say(
          "a-long-message-did-not-get",
          b.why().name().toLowerCase(java.util.Locale.ROOT).replace('_', ' '));
    } else if (this instanceof Silent) {
      return UdsWords.say("it-does-not-answer");
    } else if (this instanceof Garbled g) {
      return UdsWords.say("it-answers-with-what-makes-no", g.what());
    } else if (this instanceof NotAsked n) {
      return UdsWords.say("it-was-not-asked", n.why());
    }
    return UdsWords.say("it-answered");
  }
}
