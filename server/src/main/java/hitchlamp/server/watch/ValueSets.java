package hitchlamp.server.watch;

import hitchlamp.server.account.Account;
import hitchlamp.server.config.Refusal;
import java.util.List;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** Sets of values that people keep by name. */
@Service
class ValueSets {
  private final WatchMapper mapper;
  private final JsonMapper json;

  ValueSets(WatchMapper mapper, JsonMapper json) {
    this.mapper = mapper;
    this.json = json;
  }

  /** Names and channels of a set that somebody keeps. */
  record KeptSet(long id, String name, List<String> channels, String who) {}

  @SuppressWarnings("unchecked")
  List<KeptSet> all() {
    return mapper.sets().stream()
        .map(s -> new KeptSet(s.id(), s.name(), json.readValue(s.channels(), List.class), s.who()))
        .toList();
  }

  void keep(String name, List<String> channels, Account who) {
    mapper.keepSet(name, json.writeValueAsString(channels), who.id());
  }

  void drop(long id) {
    if (mapper.dropSet(id) == 0) {
      throw Refusal.missing("set");
    }
  }
}
