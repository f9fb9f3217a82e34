package hitchlamp.core.station;

import hitchlamp.core.j1939.BrokenTransfer;
import hitchlamp.core.j1939.Message;

/** How a module answered a request. */
public sealed interface Answer {
  /** It sent what was asked for. */
  record Given(Message message) implements Answer {}

  /** It carried out what the request commands, a clear for instance. */
  record Accepted() implements Answer {}

  /** It does not have this group. */
  record NotSupported() implements Answer {}

  /** It has it and may not tell. */
  record Denied() implements Answer {}

  /** It said "busy" at every try. */
  record Busy() implements Answer {}

  /** It began a long answer that did not arrive whole, at every try. */
  record Broken(BrokenTransfer transfer) implements Answer {}

  /** Nothing came at any try that the bus carried. */
  record Silent() implements Answer {}

  /** It was not asked: taken back, we have no address, or no try came onto the bus. */
  record NotAsked(String why) implements Answer {}
}
