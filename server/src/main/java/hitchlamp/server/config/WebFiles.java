package hitchlamp.server.config;

import java.time.Duration;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.CacheControl;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.servlet.resource.EncodedResourceResolver;

/**
 * Files of the front end: those that are named by their content are kept by browsers for good, the
 * page that names them is asked for anew each time.
 */
@Configuration
class WebFiles implements WebMvcConfigurer {
  private static final Duration FOR_GOOD = Duration.ofDays(365);

  @Override
  public void addResourceHandlers(ResourceHandlerRegistry registry) {
    registry
        .addResourceHandler("/assets/**")
        .addResourceLocations("classpath:/static/assets/")
        .setCacheControl(CacheControl.maxAge(FOR_GOOD).cachePublic().immutable())
        .resourceChain(true)
        // Brotli or gzip as the build made them, where the browser takes it.
        .addResolver(new EncodedResourceResolver());
  }
}
