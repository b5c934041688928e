package tidemark.app.web;

import org.apache.catalina.valves.RemoteIpValve;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Lazy;

/**
 * Behind a proxy, which is where a public address is set, the proxy says from where a request came and whether it came
 * through TLS; nobody else is believed. Proxies are this machine unless {@code tidemark.proxies} says otherwise (a
 * pattern of addresses).
 */
@Configuration(proxyBeanMethods = false)
class ProxyConfig {
    @Bean
    @Lazy(false)
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> proxies(
            @Value("${tidemark.public-address:}") String address,
            @Value("${tidemark.proxies:127\\.\\d{1,3}\\.\\d{1,3}\\.\\d{1,3}|0:0:0:0:0:0:0:1|::1}") String proxies) {
        return factory -> {
            if (address.isBlank()) {
                return;
            }
            RemoteIpValve valve = new RemoteIpValve();
            valve.setInternalProxies(proxies);
            valve.setRemoteIpHeader("X-Forwarded-For");
            valve.setProtocolHeader("X-Forwarded-Proto");
            factory.addEngineValves(valve);
            if (address.strip().startsWith("https:")) {
                factory.getSettings().getSession().getCookie().setSecure(true);
            }
        };
    }
}
