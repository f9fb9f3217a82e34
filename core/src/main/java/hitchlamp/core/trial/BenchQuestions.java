package hitchlamp.core.trial;

import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.uds.Reply;
import hitchlamp.core.uds.Services;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a test reads again and again, one question after the other. Single values are asked for
 * together, as many as the module takes in one question; what tells the same of every cylinder is
 * asked for by itself, since its length is not known before. A module that refuses them together is
 * asked for each.
 */
final class BenchQuestions {
  /** Bytes of an answer before its first identifier: the service. */
  private static final int SERVICE = 1;

  private final TestSpec spec;
  private final Pack pack;
  private List<List<String>> questions;
  private int next;

  BenchQuestions(TestSpec spec, Pack pack) {
    this.spec = spec;
    this.pack = pack;
    this.questions = together(spec, pack);
  }

  private static List<List<String>> together(TestSpec spec, Pack pack) {
    List<List<String>> all = new ArrayList<>();
    List<String> here = new ArrayList<>();
    for (Map.Entry<String, Integer> read : spec.reads().entrySet()) {
      if (pack.services().blocks().containsKey(read.getValue())) {
        all.add(List.of(read.getKey()));
      } else {
        here.add(read.getKey());
        if (here.size() >= Math.max(1, pack.watch().together())) {
          all.add(List.copyOf(here));
          here.clear();
        }
      }
    }
    if (!here.isEmpty()) {
      all.add(List.copyOf(here));
    }
    return all;
  }

  /** The next request; empty where nothing is read. */
  Optional<byte[]> next() {
    if (questions.isEmpty()) {
      return Optional.empty();
    }
    next = (next + 1) % questions.size();
    return Optional.of(
        Services.readAll(questions.get(next).stream().map(n -> spec.reads().get(n)).toList()));
  }

  /** The module has answered the last. */
  void on(Reply reply, BenchScene scene) {
    List<String> names = questions.get(next);
    if (reply instanceof Reply.Positive p) {
      take(names, p, scene);
    } else if (reply instanceof Reply.Refused && names.size() > 1) {
      List<List<String>> single = new ArrayList<>(questions);
      single.remove(next);
      names.forEach(n -> single.add(List.of(n)));
      questions = List.copyOf(single);
      next = 0;
    }
  }

  private void take(List<String> names, Reply.Positive p, BenchScene scene) {
    byte[] data = p.data();
    int at = SERVICE;
    for (String name : names) {
      int id = spec.reads().get(name);
      boolean named = at + 2 <= data.length && ((data[at] & 0xFF) << 8 | data[at + 1] & 0xFF) == id;
      if (!named) {
        // A module leaves out what it does not have; what follows may still be there.
        continue;
      }
      int length =
          pack.services().blocks().containsKey(id)
              ? data.length - at - 2
              : pack.services().lengthOf(id);
      boolean fits =
          length > 0
              && at + 2 + length <= data.length
              && (names.size() > 1 || at + 2 + length == data.length);
      if (!fits) {
        // The rest cannot be told apart any more.
        return;
      }
      scene.told(name, data, at + 2, length, p.micros());
      at += 2 + length;
    }
  }
}
