package hitchlamp.server.watch;

import hitchlamp.server.account.Account;
import hitchlamp.server.account.Role;
import hitchlamp.server.config.PlainText;
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

  /** Keeps a set under a name that is new or one's own. */
  void keep(String name, List<String> channels, Account who) {
    String plain = PlainText.name(WatchWords.say("the-name-of-the-set"), name);
    mapper.keepSet(plain, json.writeValueAsString(channels), who.id());
    String owner = mapper.set(plain).map(WatchMapper.SetRow::who).orElse(who.name());
    if (!owner.equals(who.name())) {
      throw Refusal.conflict(
          WatchWords.say("a-set-with-this-name-is", owner), WatchWords.say("choose-another-name"));
    }
  }

  /** Drops one's own set; a manager drops any. */
  void drop(long id, Account who) {
    if (mapper.dropSet(id, who.id(), who.role().may(Role.Right.MANAGE)) == 0) {
      String owner =
          mapper.setOf(id).map(WatchMapper.SetRow::who).orElseThrow(() -> Refusal.missing("set"));
      throw Refusal.forbidden(
          WatchWords.say("this-set-is-kept-by", owner), WatchWords.say("ask-for-it-to-be-dropped"));
    }
  }
}
