package tidemark.app.web;

import io.micrometer.observation.ObservationRegistry;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * Where no metrics are kept, nothing is measured either: each measurement would be made anew, under one lock, for every
 * request and filter, which was most of what many people at once waited for.
 */
@Configuration(proxyBeanMethods = false)
class Measuring {
    @Bean
    @ConditionalOnProperty(name = "management.metrics.enable.all", havingValue = "false")
    ObservationRegistry nothingMeasured() {
        return ObservationRegistry.NOOP;
    }
}
