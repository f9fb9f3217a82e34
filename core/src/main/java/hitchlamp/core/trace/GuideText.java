package hitchlamp.core.trace;

import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TracePoint;
import hitchlamp.core.pack.Wiring;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Fills the names of a part into the sentences of a guide: "{part}" its title, "{feeds}" the
 * sensors that hang on it, "{part/signal}" a point such as "X21 contact 3".
 */
public final class GuideText {
  private static final Pattern NAME = Pattern.compile("\\{([a-z0-9/-]{1,40})}");

  private GuideText() {}

  public static String fill(String text, Pack pack, Component part) {
    return NAME.matcher(text)
        .replaceAll(m -> Matcher.quoteReplacement(word(m.group(1), pack, part)));
  }

  private static String word(String name, Pack pack, Component part) {
    return switch (name) {
      case "part" -> part.title().toLowerCase(Locale.ROOT);
      case "feeds" -> feeds(pack, part);
      default ->
          TracePoint.resolve(pack.wiring(), part.base(), name)
              .map(p -> said(pack.wiring(), p))
              .orElse(name);
    };
  }

  /** A point as it is said: "X21 contact 3", "splice S21", "battery minus". */
  public static String said(Wiring wiring, String point) {
    Wiring.Fitting f = wiring.fittingAt(point).orElse(null);
    if (f == null) {
      return point;
    }
    String contact = point.contains("/") ? point.substring(point.indexOf('/') + 1) : "";
    return switch (f.kind()) {
      case PLUG -> f.id() + " contact " + contact;
      case FUSE -> "fuse " + f.id() + " leg " + contact;
      case BATTERY -> "battery " + contact;
      case SPLICE -> "splice " + f.id();
      case BACKBONE -> TraceWords.say("bus-splice", f.id(), contact);
      case GROUND -> TraceWords.say("ground-stud", f.id());
    };
  }

  private static String feeds(Pack pack, Component part) {
    List<String> sensors =
        pack.components().values().stream()
            .filter(c -> c.kind() == Component.Kind.SENSOR && c.module().equals(part.module()))
            .filter(c -> c.signs().stream().anyMatch(s -> part.feeds().contains(s.spn())))
            .map(c -> c.title().toLowerCase(Locale.ROOT))
            .toList();
    return sensors.isEmpty()
        ? TraceWords.say("the-sensors-on-it")
        : sensors.stream().collect(Collectors.joining(", "));
  }
}
