package tidemark.app.database;

import com.zaxxer.hikari.HikariDataSource;
import java.nio.file.Path;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The connections to the books, which are brought up to date first. */
@Configuration(proxyBeanMethods = false)
class DatabaseConfig {
    @Bean
    @ConfigurationProperties("tidemark.connections")
    HikariDataSource dataSource(@Value("${tidemark.data:./data/tidemark}") Path data) {
        BooksFile books = new BooksFile(data);
        new Upgrade(books).run();
        HikariDataSource connections = new HikariDataSource();
        connections.setJdbcUrl(books.url());
        connections.setUsername("tidemark");
        connections.setPassword("");
        return connections;
    }
}
