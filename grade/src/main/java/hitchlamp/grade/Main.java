package hitchlamp.grade;

import java.util.Arrays;

/** Entry of {@code try} and {@code measure}. */
public final class Main {
  private Main() {}

  /** First argument: which of the two; the others are its own. */
  public static void main(String[] args) throws Exception {
    String[] rest = args.length == 0 ? args : Arrays.copyOfRange(args, 1, args.length);
    int status =
        switch (args.length == 0 ? "" : args[0]) {
          case "try" -> Try.run(System.out, System.err, rest);
          case "measure" -> Measure.run(rest);
          default -> {
            System.err.println("try … or measure …");
            yield 2;
          }
        };
    System.exit(status);
  }
}
