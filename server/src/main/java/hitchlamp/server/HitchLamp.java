package hitchlamp.server;

import org.mybatis.spring.annotation.MapperScan;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;

/** The application. */
@SpringBootApplication
@ConfigurationPropertiesScan
@MapperScan(
    basePackages = "hitchlamp.server",
    annotationClass = org.apache.ibatis.annotations.Mapper.class)
public class HitchLamp {
  public static void main(String[] args) {
    SpringApplication.run(HitchLamp.class, args);
  }
}
