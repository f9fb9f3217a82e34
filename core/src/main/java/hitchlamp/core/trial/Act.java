package hitchlamp.core.trial;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * What a person does to a test: a word and its arguments.
 *
 * @param action such as "begin", or what the kind knows
 * @param arguments words of letters, digits, signs, points and underscores
 */
public record Act(String action, List<String> arguments) {
  /** Longest act as a line, characters. */
  public static final int LONGEST = 80;

  private static final Pattern LINE = Pattern.compile("[A-Za-z0-9._+-]+( [A-Za-z0-9._+-]+)*");

  public Act {
    arguments = List.copyOf(arguments);
  }

  /** An act without arguments, or with some. */
  public static Act of(String action, Object... arguments) {
    return new Act(action, Arrays.stream(arguments).map(String::valueOf).toList());
  }

  /** The act of a line; empty where it is none. */
  public static Optional<Act> read(String line) {
    if (line.length() > LONGEST || !LINE.matcher(line).matches()) {
      return Optional.empty();
    }
    List<String> words = List.of(line.split(" "));
    return Optional.of(new Act(words.get(0), words.subList(1, words.size())));
  }

  /** The act as a line. */
  public String line() {
    return arguments.isEmpty() ? action : action + " " + String.join(" ", arguments);
  }
}
