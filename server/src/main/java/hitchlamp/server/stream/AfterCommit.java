package hitchlamp.server.stream;

import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** Nobody is told of what is not stored yet. */
final class AfterCommit {
  private AfterCommit() {}

  /** Does something when the transaction under way is through; at once where there is none. */
  static void run(Runnable what) {
    if (!TransactionSynchronizationManager.isSynchronizationActive()) {
      what.run();
      return;
    }
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCommit() {
            what.run();
          }
        });
  }
}
