package hitchlamp.server.hookup;

import hitchlamp.server.stream.StreamBody;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What hook-ups tell over the stream. */
@Configuration
class StreamBodies {
  @Bean
  StreamBody link() {
    return new StreamBody(LinkView.class);
  }

  @Bean
  StreamBody vitals() {
    return new StreamBody(VitalsView.class);
  }

  @Bean
  StreamBody vessel() {
    return new StreamBody(VesselView.class);
  }
}
