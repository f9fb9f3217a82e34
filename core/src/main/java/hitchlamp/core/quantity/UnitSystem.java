package hitchlamp.core.quantity;

/** Which units the user reads. */
public enum UnitSystem {
  METRIC,
  US;

  /** The unit in which a figure of {@code stored} is shown. */
  public Unit shown(Unit stored) {
    if (this == METRIC) {
      return switch (stored) {
        case FAHRENHEIT -> Unit.CELSIUS;
        case FAHRENHEIT_DIFFERENCE -> Unit.KELVIN;
        case PSI, INCH_MERCURY, INCH_WATER -> Unit.KILOPASCAL;
        case MILE_PER_HOUR -> Unit.KILOMETRE_PER_HOUR;
        case MILE -> Unit.KILOMETRE;
        case US_GALLON -> Unit.LITRE;
        case US_GALLON_PER_HOUR -> Unit.LITRE_PER_HOUR;
        case MILE_PER_US_GALLON -> Unit.KILOMETRE_PER_LITRE;
        case POUND_FOOT -> Unit.NEWTON_METRE;
        case POUND -> Unit.KILOGRAM;
        case HORSEPOWER -> Unit.KILOWATT;
        case POUND_PER_MINUTE -> Unit.KILOGRAM_PER_HOUR;
        default -> stored;
      };
    }
    return switch (stored) {
      case CELSIUS -> Unit.FAHRENHEIT;
      case KELVIN -> Unit.FAHRENHEIT_DIFFERENCE;
      case KILOPASCAL, BAR, MEGAPASCAL -> Unit.PSI;
      case KILOMETRE_PER_HOUR -> Unit.MILE_PER_HOUR;
      case KILOMETRE -> Unit.MILE;
      case LITRE -> Unit.US_GALLON;
      case LITRE_PER_HOUR -> Unit.US_GALLON_PER_HOUR;
      case KILOMETRE_PER_LITRE -> Unit.MILE_PER_US_GALLON;
      case NEWTON_METRE -> Unit.POUND_FOOT;
      case KILOGRAM -> Unit.POUND;
      case KILOWATT -> Unit.HORSEPOWER;
      case KILOGRAM_PER_HOUR -> Unit.POUND_PER_MINUTE;
      default -> stored;
    };
  }
}
