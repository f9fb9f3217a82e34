package hitchlamp.server.config;

import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * @param packs folder of packs
 * @param cabs address of the simulated units' cabs, empty where there are none
 * @param spool folder where recordings are kept until they are in the database
 * @param demo true where demo accounts and jobs are made at the first start
 */
@ConfigurationProperties("hitchlamp")
public record Settings(String packs, String cabs, String spool, boolean demo) {}
