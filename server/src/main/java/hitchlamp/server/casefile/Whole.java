package hitchlamp.server.casefile;

import jakarta.validation.constraints.NotNull;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.RecordComponent;
import java.util.Collection;
import java.util.Map;
import java.util.Optional;

/**
 * Holds a value that came from elsewhere to its type: no component of a record is missing where the
 * type has no word for that, no list is endless, no text longer than what we write.
 */
final class Whole {
  /** Elements of one list or map. */
  static final int MOST_ELEMENTS = 100_000;

  private static final int LONGEST_TEXT = 20_000;
  private static final int DEEPEST = 40;

  private Whole() {}

  /**
   * @throws IllegalArgumentException with the place where something is missing or too much
   */
  static void check(Object value) {
    check(value, "it", 0);
  }

  private static void check(Object value, String where, int depth) {
    if (value == null) {
      throw new IllegalArgumentException(CasefileWords.say("is-missing", where));
    }
    if (depth > DEEPEST) {
      throw new IllegalArgumentException(CasefileWords.say("lies-too-deep", where));
    }
    if (value instanceof CharSequence text) {
      if (text.length() > LONGEST_TEXT) {
        throw new IllegalArgumentException(
            CasefileWords.say("is-longer-than", where, LONGEST_TEXT));
      }
    } else if (value instanceof Double d) {
      // NaN stands for a value that was not told.
      if (d.isInfinite()) {
        throw new IllegalArgumentException(CasefileWords.say("is-beyond-all-numbers", where));
      }
    } else if (value instanceof Optional<?> o) {
      o.ifPresent(v -> check(v, where, depth + 1));
    } else if (value instanceof Collection<?> all) {
      bounded(all.size(), where);
      int i = 0;
      for (Object v : all) {
        check(v, where + "[" + i++ + "]", depth + 1);
      }
    } else if (value instanceof Map<?, ?> all) {
      bounded(all.size(), where);
      all.forEach((k, v) -> check(v, where + "[" + k + "]", depth + 1));
    } else if (value instanceof Record r) {
      components(r, where, depth);
    }
  }

  private static void components(Record r, String where, int depth) {
    boolean view = r.getClass().getName().startsWith("hitchlamp.server.");
    for (RecordComponent c : r.getClass().getRecordComponents()) {
      Object v = valueOf(r, c);
      String at = where + "." + c.getName();
      // A record of core has no nulls; what the browser gets says where there may be none.
      boolean mayLack = view && !isNotNull(c);
      if (v != null || !mayLack) {
        check(v, at, depth + 1);
      }
    }
  }

  private static boolean isNotNull(RecordComponent c) {
    return c.isAnnotationPresent(NotNull.class)
        || c.getAccessor().isAnnotationPresent(NotNull.class);
  }

  private static Object valueOf(Record r, RecordComponent c) {
    try {
      c.getAccessor().setAccessible(true);
      return c.getAccessor().invoke(r);
    } catch (IllegalAccessException | InvocationTargetException e) {
      throw new IllegalArgumentException(CasefileWords.say("cannot-be-read-3", c.getName()), e);
    }
  }

  private static void bounded(int size, String where) {
    if (size > MOST_ELEMENTS) {
      throw new IllegalArgumentException(
          CasefileWords.say("has-more-than-elements", where, MOST_ELEMENTS));
    }
  }
}
