package hitchlamp.server.signoff;

import java.util.Locale;
import java.util.Map;

/** What figures of tests are called in print. */
final class FigureTitles {
  private static final Map<String, String> TITLES =
      Map.ofEntries(
          Map.entry("compression", SignoffWords.say("figure-compression")),
          Map.entry("strength", SignoffWords.say("figure-strength")),
          Map.entry("work", SignoffWords.say("figure-work")),
          Map.entry("share", SignoffWords.say("figure-share")),
          Map.entry("correction", SignoffWords.say("figure-correction")),
          Map.entry("speed-lost", SignoffWords.say("figure-speed-lost")),
          Map.entry("fuel-added", SignoffWords.say("figure-fuel-added")),
          Map.entry("rest", SignoffWords.say("figure-rest")),
          Map.entry("rise", SignoffWords.say("figure-rise")),
          Map.entry("held", SignoffWords.say("figure-held")),
          Map.entry("at-rest", SignoffWords.say("figure-at-rest")),
          Map.entry("supply-least", SignoffWords.say("figure-supply-least")),
          Map.entry("dip", SignoffWords.say("figure-dip")),
          Map.entry("lost", SignoffWords.say("figure-lost")),
          Map.entry("size", SignoffWords.say("figure-size")),
          Map.entry("reckoned", SignoffWords.say("figure-reckoned")),
          Map.entry("loss-before", SignoffWords.say("figure-loss-before")),
          Map.entry("loss-after", SignoffWords.say("figure-loss-after")),
          Map.entry("crankcase", SignoffWords.say("figure-crankcase")));

  private FigureTitles() {}

  /** Title of a figure; its own name in plain letters where there is none. */
  static String of(String name) {
    String plain = name.replace('-', ' ').trim();
    return TITLES.getOrDefault(
        name, plain.substring(0, 1).toUpperCase(Locale.ROOT) + plain.substring(1));
  }
}
