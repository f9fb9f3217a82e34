/** The agreement of sensors as a test: some seconds of reading, one sheet. */
package hitchlamp.core.trial.agreement;
