package hitchlamp.core.station;

import hitchlamp.core.uds.Exchange;

/** Something to be said to one module, and waited for. */
abstract class Conversation {
  final int destination;
  final Urgency urgency;
  final long place;
  final Object owner;

  Conversation(int destination, Urgency urgency, long place, Object owner) {
    this.destination = destination;
    this.urgency = urgency;
    this.place = place;
    this.owner = owner;
  }

  abstract void begin(long micros);

  abstract void notAsked(String why);

  abstract void tick(long micros);

  abstract long nextTimer();

  /** The exchange of a service that is under way, null where it is none. */
  Exchange exchange() {
    return null;
  }

  /** Something more urgent takes its place; it begins again later. */
  void giveWay() {}
}
