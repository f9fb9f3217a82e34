package hitchlamp.core.pack;

import hitchlamp.yaml.YamlFault;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.stream.Stream;

/**
 * Everything that is wrong with packs, at once: what was found wrong is left out and the rest read
 * again, alone and with every layer, until nothing more is found.
 */
public final class PackCheck {
  /** Faults after which nothing more is looked for. */
  public static final int MOST_FAULTS = 500;

  private final Map<String, String> texts = new TreeMap<>();
  private final Map<String, Set<String>> without = new TreeMap<>();
  private final List<YamlFault> faults = new ArrayList<>();

  private final Consumer<Pack> further;

  private PackCheck(Consumer<Pack> further) {
    this.further = further;
  }

  /**
   * All faults of the packs below some folders, by file and line.
   *
   * @param folders read together, as the layers over each other; names in faults are their paths
   * @param further looks at each pack with its layers and refuses what it finds wrong
   */
  public static List<YamlFault> of(List<Path> folders, Consumer<Pack> further) {
    PackCheck check = new PackCheck(further);
    for (Path folder : folders) {
      check.take(folder);
    }
    check.run();
    check.faults.sort(Comparator.comparing(YamlFault::file).thenComparing(YamlFault::line));
    return List.copyOf(check.faults);
  }

  private void take(Path folder) {
    try (Stream<Path> files = Files.walk(folder, 4)) {
      for (Path file : files.filter(f -> f.toString().endsWith(".yaml")).sorted().toList()) {
        texts.put(file.toString(), Files.readString(file));
      }
    } catch (IOException e) {
      faults.add(
          new YamlFault(
              folder.toString(), 1, PackWords.say("the-packs-cannot-be-read", e.getMessage())));
    }
  }

  private void run() {
    while (faults.size() < MOST_FAULTS) {
      try {
        List<Pack> packs = new ArrayList<>();
        Set<String> ids = new HashSet<>();
        for (String file : List.copyOf(texts.keySet())) {
          Pack pack = PackReader.read(file, texts.get(file), without.getOrDefault(file, Set.of()));
          if (!ids.add(pack.id())) {
            throw new YamlFault(file, 1, PackWords.say("a-pack-named-is-there-already", pack.id()));
          }
          packs.add(pack);
        }
        new PackLibrary(packs).ofUnits().forEach(further);
        return;
      } catch (YamlFault f) {
        if (!leaveOut(f)) {
          return;
        }
      }
    }
  }

  /**
   * What is wrong is told once and left out; what is missing for that alone is not told.
   *
   * @return false where nothing more can be found
   */
  private boolean leaveOut(YamlFault f) {
    Set<String> gone = without.computeIfAbsent(f.file(), k -> new HashSet<>());
    boolean follows =
        gone.stream().anyMatch(g -> g.startsWith(f.path() + ".") || g.startsWith(f.path() + "["));
    boolean known = true;
    if (f.path().isEmpty() || !gone.add(f.path())) {
      // The file as a whole: nothing of it can be read on.
      known = texts.remove(f.file()) != null;
      follows = !gone.isEmpty();
    }
    if (!follows) {
      faults.add(f);
    }
    return known;
  }
}
