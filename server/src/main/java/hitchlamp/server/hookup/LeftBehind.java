package hitchlamp.server.hookup;

import hitchlamp.server.job.Logbook;
import hitchlamp.server.outbox.Outbox;
import org.springframework.beans.factory.SmartInitializingSingleton;
import org.springframework.stereotype.Component;

/**
 * Hook-ups that a crash cut short: ended at the next start, before anybody can hook up anew, and
 * the logbook tells what was held then.
 */
@Component
class LeftBehind implements SmartInitializingSingleton {
  private final HookUpMapper mapper;
  private final Logbook logbook;

  private final Outbox outbox;

  LeftBehind(HookUpMapper mapper, Logbook logbook, Outbox outbox) {
    this.outbox = outbox;
    this.mapper = mapper;
    this.logbook = logbook;
  }

  @Override
  public void afterSingletonsInstantiated() {
    outbox.recover();
    for (HookUpMapper.LeftOpen h : mapper.leftOpen()) {
      mapper.end(h.id(), HookupWords.say("hitch-lamp-ended-while-hooked-up"));
      boolean held = h.held() != null;
      logbook.enter(
          h.job(),
          held ? Logbook.Kind.HELD : Logbook.Kind.LINK,
          HookupWords.say(
              "hitch-lamp-ended-while-hooked-up-by",
              held ? HookupWords.say("the-last-command-before-that-whatever", h.held()) : ""),
          h.account(),
          Logbook.Moment.UNKNOWN);
    }
  }
}
