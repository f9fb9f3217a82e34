package hitchlamp.core.words;

import java.text.MessageFormat;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.ResourceBundle;

/**
 * The sentences of one area, from {@code words.properties} beside its classes. A sentence is a
 * pattern of {@link MessageFormat}: places are {@code {0}}, {@code {1}}, and an apostrophe is
 * written twice.
 */
public final class Words {
  private final String area;
  private final Map<String, String> patterns = new HashMap<>();

  private Words(Class<?> place) {
    area = place.getPackageName();
    ResourceBundle file =
        ResourceBundle.getBundle(area + ".words", Locale.ROOT, place.getClassLoader());
    for (String name : file.keySet()) {
      patterns.put(name, file.getString(name));
    }
  }

  /** The words of the area to which a class belongs. */
  public static Words of(Class<?> place) {
    return new Words(place);
  }

  /**
   * A sentence as plain text; a figure in it is written in metric units.
   *
   * @param name under which it stands in the file
   * @param with what goes into its places, as for {@link #said}
   */
  public String say(String name, Object... with) {
    return said(name, with).toString();
  }

  /**
   * A sentence whose figures convert when it is read.
   *
   * @param name under which it stands in the file
   * @param with what goes into its places: a {@link Figure}, a sentence that was said, or anything
   *     else as text; numbers are written without grouping
   */
  public Said said(String name, Object... with) {
    String pattern = patterns.get(name);
    if (pattern == null) {
      throw new IllegalStateException("words.properties of " + area + " has no '" + name + "'");
    }
    Object[] texts = new Object[with.length];
    for (int i = 0; i < with.length; i++) {
      texts[i] =
          with[i] instanceof Figure f
              ? Said.marked(f)
              : with[i] instanceof Said s ? s.text() : Said.plain(String.valueOf(with[i])).text();
    }
    return new Said(new MessageFormat(pattern, Locale.ROOT).format(texts));
  }
}
