package hitchlamp.grade;

import hitchlamp.standin.scenario.Scenario;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Entry of {@code try}, {@code measure}, {@code pack}, and of the demo's earlier visits. */
public final class Main {
  private Main() {}

  /** First argument: which of them; the others are its own. */
  public static void main(String[] args) throws Exception {
    String[] rest = args.length == 0 ? args : Arrays.copyOfRange(args, 1, args.length);
    int status =
        switch (args.length == 0 ? "" : args[0]) {
          case "try" -> Try.run(System.out, System.err, rest);
          case "measure" -> Measure.run(rest);
          case "pack" -> PackCommand.run(Path.of("packs"), System.out, System.err, rest);
          case "visits" -> {
            List<Scenario> fleet = new ArrayList<>();
            for (int i = 1; i < rest.length; i++) {
              fleet.add(Scenario.read(Path.of(rest[i])));
            }
            new PastVisits(rest[0], fleet).make();
            yield 0;
          }
          default -> {
            System.err.println("try …, measure … or pack …");
            yield 2;
          }
        };
    System.exit(status);
  }
}
