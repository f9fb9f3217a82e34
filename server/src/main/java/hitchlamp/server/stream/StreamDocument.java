package hitchlamp.server.stream;

import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverters;
import java.util.List;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Puts what goes over the stream into the API document. */
@Configuration
class StreamDocument {
  @Bean
  OpenApiCustomizer describesTheStream(List<StreamBody> bodies) {
    return document ->
        bodies.forEach(
            b ->
                ModelConverters.getInstance()
                    .resolveAsResolvedSchema(new AnnotatedType(b.type()).resolveAsRef(true))
                    .referencedSchemas
                    .forEach(document.getComponents().getSchemas()::putIfAbsent));
  }
}
