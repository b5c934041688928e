package tidemark.app.setup;

import org.springframework.context.annotation.Configuration;
import org.springframework.scheduling.annotation.EnableScheduling;

/** What the application does by itself, each task on its own, whatever becomes of the others. */
@Configuration(proxyBeanMethods = false)
@EnableScheduling
class Scheduling {}
