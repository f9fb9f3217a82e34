package hitchlamp.yaml;

import java.io.IOException;
import java.nio.charset.MalformedInputException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.Set;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.error.MarkedYAMLException;
import org.yaml.snakeyaml.error.YAMLException;
import org.yaml.snakeyaml.nodes.Node;

/** Reads YAML text into {@link Entry entries}. Files over {@link #MOST_BYTES} are refused. */
public final class YamlFile {
  /** Largest file that is read. */
  public static final int MOST_BYTES = 4 * 1024 * 1024;

  private YamlFile() {}

  /** Reads a file; the name in faults is the path as given. */
  public static Entry read(Path path) {
    try {
      if (Files.size(path) > MOST_BYTES) {
        throw new YamlFault(path.toString(), 1, "larger than " + MOST_BYTES + " bytes; split it");
      }
      return read(path.toString(), Files.readString(path));
    } catch (NoSuchFileException e) {
      throw new YamlFault(path.toString(), 1, "there is no such file");
    } catch (MalformedInputException e) {
      throw new YamlFault(path.toString(), 1, "not UTF-8 text; save it as UTF-8");
    } catch (IOException e) {
      throw new YamlFault(path.toString(), 1, "cannot be read: " + e.getMessage());
    }
  }

  /** Reads text that came from {@code file}. */
  public static Entry read(String file, String text) {
    return read(file, text, Set.of());
  }

  /**
   * Reads text of which some is left out, so that what else is wrong can be found.
   *
   * @param without paths of nodes that count as absent, as {@link YamlFault#path} gives them
   */
  public static Entry read(String file, String text, Set<String> without) {
    LoaderOptions options = new LoaderOptions();
    options.setCodePointLimit(MOST_BYTES);
    options.setMaxAliasesForCollections(0);
    options.setNestingDepthLimit(30);
    try {
      Node node = new Yaml(options).compose(new java.io.StringReader(text));
      if (node == null) {
        throw new YamlFault(file, 1, "the file is empty");
      }
      return new Entry(file, "", node, without);
    } catch (MarkedYAMLException e) {
      int line = e.getProblemMark() == null ? 1 : e.getProblemMark().getLine() + 1;
      throw new YamlFault(file, line, "not well-formed YAML: " + e.getProblem());
    } catch (YAMLException e) {
      throw new YamlFault(file, 1, "not well-formed YAML: " + e.getMessage());
    }
  }
}
