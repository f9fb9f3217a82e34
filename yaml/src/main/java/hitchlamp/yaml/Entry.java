package hitchlamp.yaml;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.yaml.snakeyaml.nodes.MappingNode;
import org.yaml.snakeyaml.nodes.Node;
import org.yaml.snakeyaml.nodes.NodeTuple;
import org.yaml.snakeyaml.nodes.ScalarNode;
import org.yaml.snakeyaml.nodes.SequenceNode;

/**
 * One node of a YAML file together with the place where it stands. Every reading method throws a
 * {@link YamlFault} that names file and line when the node is not what was asked for.
 */
public final class Entry {
  private final String file;
  private final String path;
  private final Node node;
  private final Set<String> without;
  private Map<String, Entry> children;

  /**
   * @param without paths of nodes that count as absent
   */
  Entry(String file, String path, Node node, Set<String> without) {
    this.without = without;
    this.file = file;
    this.path = path;
    this.node = node;
  }

  public String file() {
    return file;
  }

  /** Line of this node, counted from 1. */
  public int line() {
    return node.getStartMark().getLine() + 1;
  }

  /** Where the node stands in its file, such as {@code parameters[3].bits}; empty for the root. */
  public String path() {
    return path;
  }

  /** A fault at this node. */
  public YamlFault fault(String reason) {
    return new YamlFault(file, line(), path, reason);
  }

  /** The entries of a mapping in the order in which they stand. */
  public Map<String, Entry> entries() {
    if (children == null) {
      if (!(node instanceof MappingNode mapping)) {
        throw fault("expected a mapping of names to values");
      }
      Map<String, Entry> found = new LinkedHashMap<>();
      for (NodeTuple tuple : mapping.getValue()) {
        if (!(tuple.getKeyNode() instanceof ScalarNode key)) {
          throw fault("a name must be plain text");
        }
        String name = key.getValue();
        Entry child =
            new Entry(
                file, path.isEmpty() ? name : path + "." + name, tuple.getValueNode(), without);
        if (without.contains(child.path)) {
          continue;
        }
        if (found.put(name, child) != null) {
          throw child.fault("stands twice; remove one of them");
        }
      }
      children = found;
    }
    return children;
  }

  /** Refuses every name but these, so that a misspelt one is not passed over in silence. */
  public Entry allow(String... names) {
    List<String> known = Arrays.asList(names);
    for (var child : entries().entrySet()) {
      if (!known.contains(child.getKey())) {
        throw child.getValue().fault("unknown name; known here: " + new TreeSet<>(known));
      }
    }
    return this;
  }

  public Optional<Entry> find(String name) {
    return Optional.ofNullable(entries().get(name));
  }

  public Entry need(String name) {
    return find(name).orElseThrow(() -> fault("'" + name + "' is missing"));
  }

  /** The items of a list. */
  public List<Entry> items() {
    if (!(node instanceof SequenceNode sequence)) {
      throw fault("expected a list");
    }
    List<Entry> items = new ArrayList<>();
    int at = 0;
    for (Node item : sequence.getValue()) {
      Entry e = new Entry(file, path + "[" + at++ + "]", item, without);
      if (!without.contains(e.path)) {
        items.add(e);
      }
    }
    return items;
  }

  /** The items of the list with this name; no items where the name is absent. */
  public List<Entry> itemsOf(String name) {
    return find(name).map(Entry::items).orElse(List.of());
  }

  public boolean isText() {
    return node instanceof ScalarNode;
  }

  public String text() {
    if (!(node instanceof ScalarNode scalar)) {
      throw fault("expected a single value");
    }
    return scalar.getValue();
  }

  public String text(String name) {
    return need(name).text();
  }

  public String text(String name, String otherwise) {
    return find(name).map(Entry::text).orElse(otherwise);
  }

  public long whole(long least, long most) {
    String text = text().replace("_", "");
    long value;
    try {
      value = Long.decode(text);
    } catch (NumberFormatException e) {
      throw fault("expected a whole number, found '" + text + "'");
    }
    if (value < least || value > most) {
      throw fault(value + " is outside " + least + " to " + most);
    }
    return value;
  }

  public long whole(String name, long least, long most) {
    return need(name).whole(least, most);
  }

  public long whole(String name, long least, long most, long otherwise) {
    return find(name).map(e -> e.whole(least, most)).orElse(otherwise);
  }

  public double number(double least, double most) {
    double value;
    try {
      value = Double.parseDouble(text());
    } catch (NumberFormatException e) {
      throw fault("expected a number, found '" + text() + "'");
    }
    if (!(value >= least && value <= most)) {
      throw fault(value + " is outside " + least + " to " + most);
    }
    return value;
  }

  public double number(String name, double least, double most) {
    return need(name).number(least, most);
  }

  public double number(String name, double least, double most, double otherwise) {
    return find(name).map(e -> e.number(least, most)).orElse(otherwise);
  }

  public boolean yes(String name, boolean otherwise) {
    return find(name)
        .map(
            e ->
                switch (e.text()) {
                  case "true", "yes" -> true;
                  case "false", "no" -> false;
                  default -> throw e.fault("expected yes or no, found '" + e.text() + "'");
                })
        .orElse(otherwise);
  }

  /** One of the constants of an enumeration, written in lower case with hyphens. */
  public <E extends Enum<E>> E oneOf(Class<E> type) {
    List<String> known = new ArrayList<>();
    for (E constant : type.getEnumConstants()) {
      String written = constant.name().toLowerCase(java.util.Locale.ROOT).replace('_', '-');
      if (written.equals(text())) {
        return constant;
      }
      known.add(written);
    }
    throw fault("'" + text() + "' is not one of " + known);
  }
}
