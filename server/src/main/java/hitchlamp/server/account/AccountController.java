package hitchlamp.server.account;

import hitchlamp.server.config.Refusal;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Signing in and out, the first account, and further ones. */
@RestController
@RequestMapping("/api/account")
class AccountController {
  private final Accounts accounts;
  private final AuthenticationManager authentication;
  private final SecurityContextRepository contexts;
  private final SignInThrottle throttle;

  AccountController(
      Accounts accounts,
      AuthenticationManager authentication,
      SecurityContextRepository contexts,
      SignInThrottle throttle) {
    this.accounts = accounts;
    this.authentication = authentication;
    this.contexts = contexts;
    this.throttle = throttle;
  }

  /** Who is signed in, nobody where the name is null. */
  record Me(
      String name,
      Role role,
      @NotNull Set<Role.Right> rights,
      @NotNull boolean firstAccountWanted) {}

  record Credentials(
      @NotBlank @Size(max = 60) String name, @NotBlank @Size(max = 200) String password) {}

  record NewAccount(
      @NotBlank @Size(max = 60) String name,
      @NotBlank @Size(max = 200) String password,
      @NotNull Role role) {}

  record AccountView(@NotNull String name, @NotNull Role role) {}

  @GetMapping("/me")
  Me me() {
    Authentication who = SecurityContextHolder.getContext().getAuthentication();
    boolean nobody =
        who == null
            || who
                instanceof org.springframework.security.authentication.AnonymousAuthenticationToken;
    if (nobody) {
      return new Me(null, null, Set.of(), accounts.none());
    }
    Account a = accounts.me();
    return new Me(a.name(), a.role(), a.role().rights(), false);
  }

  @PostMapping("/first")
  Me first(
      @Valid @RequestBody Credentials c, HttpServletRequest request, HttpServletResponse response) {
    accounts.addFirst(c.name(), c.password());
    return signIn(new Credentials(c.name().strip(), c.password()), request, response);
  }

  @PostMapping("/sign-in")
  Me signIn(
      @Valid @RequestBody Credentials c, HttpServletRequest request, HttpServletResponse response) {
    String key = c.name().toLowerCase(Locale.ROOT);
    Duration wait = throttle.wait(key);
    if (!wait.isZero()) {
      throw new Refusal(
          HttpStatus.TOO_MANY_REQUESTS,
          "Too many wrong passwords for this name.",
          "Try again in " + (wait.toSeconds() + 1) + " s.");
    }
    Authentication who;
    try {
      who =
          authentication.authenticate(
              UsernamePasswordAuthenticationToken.unauthenticated(c.name(), c.password()));
    } catch (AuthenticationException e) {
      throttle.failed(key);
      throw new Refusal(
          HttpStatus.UNAUTHORIZED,
          "Name and password do not fit each other.",
          "Check both and try again; a manager can make you a new account.");
    }
    throttle.succeeded(key);
    HttpSession old = request.getSession(false);
    if (old != null) {
      request.changeSessionId();
    }
    SecurityContext context = SecurityContextHolder.createEmptyContext();
    context.setAuthentication(who);
    SecurityContextHolder.setContext(context);
    contexts.saveContext(context, request, response);
    return me();
  }

  @PostMapping("/sign-out")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void signOut(HttpServletRequest request) {
    HttpSession session = request.getSession(false);
    if (session != null) {
      session.invalidate();
    }
    SecurityContextHolder.clearContext();
  }

  @GetMapping
  List<AccountView> list() {
    return accounts.all().stream().map(a -> new AccountView(a.name(), a.role())).toList();
  }

  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  AccountView add(@Valid @RequestBody NewAccount n) {
    if (accounts.me().role() != Role.MANAGER) {
      throw Refusal.forbidden("Only a manager makes accounts.", "Ask a manager.");
    }
    accounts.add(n.name(), n.password(), n.role());
    return new AccountView(n.name(), n.role());
  }
}
