package hitchlamp.server.casefile;

import hitchlamp.server.config.Refusal;
import hitchlamp.server.job.Jobs;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * A job from a case file can only be read. Living its stored hook-ups again is reading; notes of
 * the one who looks at it are welcome.
 */
@Configuration
class ReadOnlyCases implements WebMvcConfigurer, HandlerInterceptor {
  private static final Pattern JOB = Pattern.compile("/api/jobs/(\\d{1,18})/([a-z-]+)(?:/.*)?");
  private static final Pattern ALLOWED = Pattern.compile("hook-up|release|logbook");

  private final Jobs jobs;

  ReadOnlyCases(Jobs jobs) {
    this.jobs = jobs;
  }

  @Override
  public void addInterceptors(InterceptorRegistry registry) {
    registry.addInterceptor(this).addPathPatterns("/api/jobs/**");
  }

  @Override
  public boolean preHandle(
      HttpServletRequest request, HttpServletResponse response, Object handler) {
    Matcher m = JOB.matcher(request.getRequestURI());
    if (!request.getMethod().equals("GET")
        && m.matches()
        && !ALLOWED.matcher(m.group(2)).matches()
        && jobs.job(Long.parseLong(m.group(1))).state().equals("CASE")) {
      throw Refusal.conflict(
          "This job was opened from a case file and can only be read.",
          "Open a job of your own on the unit to work on it.");
    }
    return true;
  }
}
