package hitchlamp.server.account;

import hitchlamp.server.config.Refusal;
import java.util.List;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;

/** Accounts, and who is signed in. */
@Service
public class Accounts implements UserDetailsService {
  /** Shortest password that is accepted. */
  static final int LEAST_PASSWORD = 10;

  private final AccountMapper mapper;
  private final PasswordEncoder encoder;

  Accounts(AccountMapper mapper, PasswordEncoder encoder) {
    this.mapper = mapper;
    this.encoder = encoder;
  }

  @Override
  public UserDetails loadUserByUsername(String name) {
    Account a = mapper.find(name).orElseThrow(() -> new UsernameNotFoundException(name));
    return User.withUsername(a.name()).password(a.passwordHash()).roles(a.role().name()).build();
  }

  /** The one who is signed in. */
  public Account me() {
    Authentication who = SecurityContextHolder.getContext().getAuthentication();
    return mapper
        .find(who == null ? "" : who.getName())
        .orElseThrow(() -> Refusal.forbidden("Nobody is signed in.", "Sign in."));
  }

  /** The one who is signed in, if his role permits something. */
  public Account me(Role.Right right) {
    Account me = me();
    if (!me.role().may(right)) {
      String role = me.role().name().toLowerCase(java.util.Locale.ROOT);
      throw Refusal.forbidden(
          "A" + (role.startsWith("a") ? "n " : " ") + role + " may not do this.",
          "Ask a technician or a manager to do it.");
    }
    return me;
  }

  List<Account> all() {
    return mapper.all();
  }

  public Account find(String name) {
    return mapper.find(name).orElseThrow(() -> Refusal.missing("account"));
  }

  /** True while nobody can sign in yet. */
  public boolean none() {
    return mapper.count() == 0;
  }

  /** Makes an account. */
  public void add(String name, String password, Role role) {
    checkPassword(name, password);
    mapper.add(name.strip(), encoder.encode(password), role);
  }

  /** Makes the first account, a manager's; refused once there is any. */
  void addFirst(String name, String password) {
    checkPassword(name, password);
    if (mapper.addFirst(name.strip(), encoder.encode(password)) == 0) {
      throw Refusal.conflict("The first account is there already.", "Sign in with it.");
    }
  }

  private static void checkPassword(String name, String password) {
    if (password.length() < LEAST_PASSWORD || password.equalsIgnoreCase(name)) {
      throw Refusal.bad(
          "The password needs at least " + LEAST_PASSWORD + " characters and must not be the name.",
          "Choose a longer one; a sentence is good.");
    }
    // BCrypt reads no further than 72 bytes.
    if (password.getBytes(java.nio.charset.StandardCharsets.UTF_8).length > 72) {
      throw Refusal.bad("The password is longer than 72 bytes.", "Choose a shorter one.");
    }
  }
}
