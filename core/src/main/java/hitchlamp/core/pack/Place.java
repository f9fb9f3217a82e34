package hitchlamp.core.pack;

import hitchlamp.yaml.Entry;
import hitchlamp.yaml.YamlFault;

/**
 * Where something stands in a pack, so that what is found wrong when the layers lie over each other
 * is still told with its line.
 *
 * @param file name of the file
 * @param line counted from 1
 * @param path of the node, such as {@code guides.oil.checks.look}
 */
public record Place(String file, int line, String path) {
  static Place of(Entry e) {
    return new Place(e.file(), e.line(), e.path());
  }

  /** A fault at this place. */
  public YamlFault fault(String reason) {
    return new YamlFault(file, line, path, reason);
  }
}
