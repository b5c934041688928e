package tidemark.app.setup;

import java.time.Clock;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The clock of an installation in earnest. */
@Configuration(proxyBeanMethods = false)
class ClockConfig {
    @Bean
    @ConditionalOnProperty(name = "tidemark.demo", havingValue = "false", matchIfMissing = true)
    Clock clock() {
        return Clock.systemUTC();
    }
}
