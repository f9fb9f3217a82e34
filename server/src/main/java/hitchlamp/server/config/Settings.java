package hitchlamp.server.config;

import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * @param packs folder of packs
 * @param cabs address of the simulated units' cabs, empty where there are none
 * @param demo true where demo accounts and jobs are made at the first start
 */
@ConfigurationProperties("hitchlamp")
public record Settings(String packs, String cabs, boolean demo) {}
