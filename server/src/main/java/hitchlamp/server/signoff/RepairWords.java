package hitchlamp.server.signoff;

import hitchlamp.core.signoff.Obligation;

/** Where what a repair leaves to be done stands, in words. */
final class RepairWords {
  private RepairWords() {}

  static String of(Obligation o) {
    return switch (o.state()) {
      case OPEN -> SignoffWords.say("owed");
      case NOT_PASSED -> SignoffWords.say("not-passed");
      case DONE -> SignoffWords.say("passed-after-it");
      case WAIVED -> SignoffWords.say("not-needed", o.waived());
    };
  }
}
