package hitchlamp.grade;

import hitchlamp.core.pack.PackCheck;
import hitchlamp.core.trial.TestKinds;
import hitchlamp.yaml.YamlFault;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** {@code ./hitch-lamp pack check FOLDER}: reads a workshop's packs with every layer. */
final class PackCommand {
  private PackCommand() {}

  /**
   * @param ours folder of the packs that come with it
   * @return 0 where nothing is wrong, 1 where something is, 2 where it was called wrongly
   */
  static int run(Path ours, PrintStream out, PrintStream err, String... args) {
    if (args.length != 2 || !args[0].equals("check") || !Files.isDirectory(Path.of(args[1]))) {
      err.println("./hitch-lamp pack check FOLDER: a folder with packs (docs/pack.md)");
      return 2;
    }
    Set<Path> folders = new LinkedHashSet<>(List.of(ours));
    Path folder = Path.of(args[1]).normalize();
    if (!folder.toAbsolutePath().startsWith(ours.toAbsolutePath())) {
      folders.add(folder);
    }
    List<YamlFault> faults = PackCheck.of(List.copyOf(folders), TestKinds::check);
    faults.forEach(f -> out.println(f.getMessage()));
    out.println(
        faults.isEmpty()
            ? "Nothing to correct."
            : faults.size()
                + (faults.size() == 1 ? " thing" : " things")
                + " to correct"
                + (faults.size() >= PackCheck.MOST_FAULTS ? "; no more are looked for." : "."));
    return faults.isEmpty() ? 0 : 1;
  }
}
