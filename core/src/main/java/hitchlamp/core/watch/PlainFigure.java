package hitchlamp.core.watch;

/**
 * Figures as nearly every table writes them: a sign at most, digits, a point at most. They are read
 * as whole numbers, so that no digit is lost and no time on floating point; others are left to the
 * general parser.
 */
final class PlainFigure {
  /** Digits that surely fit a long after a shift by {@link #MOST_DECIMALS}. */
  private static final int MOST_WHOLE = 9;

  private static final int MOST_DECIMALS = 9;
  private static final long[] POWERS = new long[MOST_DECIMALS + 1];

  static {
    POWERS[0] = 1;
    for (int i = 1; i < POWERS.length; i++) {
      POWERS[i] = 10 * POWERS[i - 1];
    }
  }

  private PlainFigure() {}

  /** Digits behind the point; -1 where the text is not a plain figure of few digits. */
  static int decimals(CharSequence text) {
    int n = text.length();
    int i = n > 0 && text.charAt(0) == '-' ? 1 : 0;
    int whole = 0;
    int behind = -1;
    for (; i < n; i++) {
      char c = text.charAt(i);
      if (c == '.' && behind < 0) {
        behind = 0;
      } else if (c < '0' || c > '9') {
        return -1;
      } else if (behind < 0) {
        whole++;
      } else {
        behind++;
      }
    }
    return whole == 0 || whole > MOST_WHOLE || behind > MOST_DECIMALS ? -1 : Math.max(0, behind);
  }

  /**
   * A plain figure in steps of a power of ten.
   *
   * @param text for which {@link #decimals} gave {@code own}
   * @param decimals of the steps, from {@code own} to 9
   */
  static long count(CharSequence text, int own, int decimals) {
    long value = 0;
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (c >= '0') {
        value = 10 * value + (c - '0');
      }
    }
    value *= POWERS[decimals - own];
    return text.charAt(0) == '-' ? -value : value;
  }
}
