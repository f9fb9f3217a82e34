package hitchlamp.server.watch;

import hitchlamp.server.stream.StreamBody;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What is watched and recorded, as the stream tells it. */
@Configuration("watchStreamBodies")
class StreamBodies {
  @Bean
  StreamBody channels() {
    return new StreamBody(WatchView.Channels.class);
  }

  @Bean
  StreamBody values() {
    return new StreamBody(WatchView.Now.class);
  }

  @Bean
  StreamBody statistics() {
    return new StreamBody(WatchView.Since.class);
  }

  @Bean
  StreamBody recorders() {
    return new StreamBody(WatchView.Recorders.class);
  }
}
