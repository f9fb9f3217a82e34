package hitchlamp.server.account;

import java.util.List;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.userdetails.User;

/**
 * Somebody with a session. Carries the account, so that who may do what is known without the
 * database: nothing that lets go may wait for it.
 */
final class SignedIn extends User {
  private final transient Account account;

  SignedIn(Account account) {
    super(
        account.name(),
        account.passwordHash(),
        List.of(new SimpleGrantedAuthority("ROLE_" + account.role())));
    this.account = account;
  }

  Account account() {
    return account;
  }
}
