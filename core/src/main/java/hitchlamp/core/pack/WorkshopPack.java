package hitchlamp.core.pack;

import java.math.BigDecimal;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;

/**
 * Writes what was found out at work as a pack of layer workshop, to be put below {@code packs/}:
 * then it lies over the maker's pack of every such unit.
 */
public final class WorkshopPack {
  private WorkshopPack() {}

  /**
   * The text of the pack.
   *
   * @param unit pack that it lies over, or that of the standards; where that stands for no maker,
   *     maker and model are asked for
   * @param maker of the unit's engine where the pack names none
   * @param model its beginning
   * @param found parameters that no other pack has
   */
  public static String write(Pack unit, String maker, String model, List<Parameter> found) {
    Pack.Identify of = unit.identify().orElse(new Pack.Identify(maker, model));
    StringBuilder out = new StringBuilder();
    out.append("# ").append(PackWords.say("put-this-file-below-packs")).append('\n');
    out.append("pack: workshop-").append(plain(of.maker())).append('-').append(plain(of.model()));
    out.append("\ntitle: ").append(quoted(PackWords.say("found-at-work", of.maker(), of.model())));
    out.append("\nschema: 1\nlayer: workshop\nversion: 1\n");
    out.append("identify: {maker: ").append(quoted(of.maker()));
    out.append(", model: ").append(quoted(of.model())).append("}\n");
    out.append("parameters:\n");
    found.stream()
        .sorted(Comparator.comparingInt(Parameter::pgn).thenComparingInt(Parameter::startBit))
        .forEach(p -> out.append(line(p)));
    return out.toString();
  }

  private static String line(Parameter p) {
    return String.format(
        Locale.ROOT,
        "  - {spn: %d, name: %s, pgn: %d, byte: %d, bit: %d, bits: %d, scale: %s, offset: %s, unit: %s}%n",
        p.spn(),
        quoted(p.name()),
        p.pgn(),
        p.startBit() / 8 + 1,
        p.startBit() % 8 + 1,
        p.bits(),
        number(p.scale()),
        number(p.offset()),
        quoted(p.unit().symbol()));
  }

  private static String number(double value) {
    return new BigDecimal(Double.toString(value)).stripTrailingZeros().toPlainString();
  }

  private static String plain(String text) {
    String plain = text.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-");
    return plain.isEmpty() ? "unit" : plain;
  }

  private static String quoted(String text) {
    return '"'
        + text.replace("\\", "\\\\").replace("\"", "\\\"").replaceAll("\\p{Cntrl}", " ")
        + '"';
  }
}
