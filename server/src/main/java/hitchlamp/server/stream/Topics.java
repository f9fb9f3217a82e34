package hitchlamp.server.stream;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** All topics by name. At most {@link #MOST} are kept; the one unused longest goes first. */
@Component
public class Topics {
  /** Topics kept. */
  static final int MOST = 1_000;

  private final Map<String, Topic> topics = new LinkedHashMap<>(64, 0.75f, true);

  /** The topic with this name, made where there is none. */
  public synchronized Topic of(String name) {
    Topic found = topics.computeIfAbsent(name, Topic::new);
    if (topics.size() > MOST) {
      topics.entrySet().stream()
          .filter(e -> e.getValue() != found && e.getValue().idle())
          .map(Map.Entry::getKey)
          .findFirst()
          .ifPresent(topics::remove);
    }
    return found;
  }

  /** The topic of a job. */
  public Topic job(long id) {
    return of("job/" + id);
  }

  /** The topic of a job's values: many, often, and only for those who look at them. */
  public Topic watch(long job) {
    return of("job/" + job + "/watch");
  }

  /** Something is now so for everybody who looks on at anything. */
  public void all(String type, Object body) {
    List<Topic> now;
    synchronized (this) {
      now = topics.values().stream().filter(Topic::listened).toList();
    }
    now.forEach(t -> t.value(type, body));
  }
}
