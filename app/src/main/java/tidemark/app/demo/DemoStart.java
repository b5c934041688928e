package tidemark.app.demo;

import org.springframework.beans.factory.SmartInitializingSingleton;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.annotation.Lazy;
import org.springframework.stereotype.Component;

/** Tells the story before the first request is answered. */
@Component
@Lazy(false)
@ConditionalOnProperty(name = "tidemark.demo", havingValue = "true")
class DemoStart implements SmartInitializingSingleton {
    private final DemoCompany company;

    DemoStart(DemoCompany company) {
        this.company = company;
    }

    @Override
    public void afterSingletonsInstantiated() {
        company.tell();
    }
}
