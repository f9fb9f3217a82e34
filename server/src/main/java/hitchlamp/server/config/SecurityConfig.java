package hitchlamp.server.config;

import jakarta.servlet.DispatcherType;
import java.time.Clock;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.config.annotation.authentication.configuration.AuthenticationConfiguration;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;

/**
 * Sessions in a cookie, a token against forged requests, headers; only sign-in and the static pages
 * are open.
 */
@Configuration
class SecurityConfig {
  private static final String POLICY =
      "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; frame-ancestors 'none'; base-uri 'self'; form-action 'self'";

  @Bean
  SecurityFilterChain chain(HttpSecurity http, SecurityContextRepository contexts)
      throws Exception {
    return http.csrf(c -> c.spa())
        .securityContext(c -> c.securityContextRepository(contexts))
        .authorizeHttpRequests(
            a ->
                a.dispatcherTypeMatchers(DispatcherType.ERROR, DispatcherType.ASYNC)
                    .permitAll()
                    .requestMatchers(HttpMethod.GET, "/api/account/me", "/api/health")
                    .permitAll()
                    .requestMatchers(HttpMethod.POST, "/api/account/sign-in", "/api/account/first")
                    .permitAll()
                    .requestMatchers("/api/**")
                    .authenticated()
                    .anyRequest()
                    .permitAll())
        .exceptionHandling(
            e ->
                e.authenticationEntryPoint(
                        (request, response, problem) -> {
                          response.setStatus(401);
                          response.setContentType("application/json");
                          response
                              .getWriter()
                              .write(
                                  "{\"message\":\"You are not signed in.\",\"next\":\"Sign in; the page keeps its place.\"}");
                        })
                    .accessDeniedHandler(
                        (request, response, problem) -> {
                          response.setStatus(403);
                          response.setContentType("application/json");
                          response
                              .getWriter()
                              .write(
                                  "{\"message\":\"This request was refused.\",\"next\":\"Reload the page and try again.\"}");
                        }))
        .headers(
            h -> h.contentSecurityPolicy(p -> p.policyDirectives(POLICY)).referrerPolicy(r -> {}))
        .formLogin(f -> f.disable())
        .httpBasic(b -> b.disable())
        .logout(l -> l.disable())
        .build();
  }

  @Bean
  PasswordEncoder passwordEncoder() {
    return new BCryptPasswordEncoder(11);
  }

  @Bean
  SecurityContextRepository securityContextRepository() {
    return new HttpSessionSecurityContextRepository();
  }

  @Bean
  AuthenticationManager authenticationManager(AuthenticationConfiguration configuration)
      throws Exception {
    return configuration.getAuthenticationManager();
  }

  @Bean
  Clock clock() {
    return Clock.systemUTC();
  }
}
