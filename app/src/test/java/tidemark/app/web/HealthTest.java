package tidemark.app.web;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.NewCompany;
import tidemark.app.database.FreeSpace;
import tidemark.app.running.Client;
import tidemark.app.running.RunningApp;

@ExtendWith(RunningApp.class)
class HealthTest {
    @Test
    void health_isToldToAnybody_andNothingElseIs(RunningApp.App app) {
        Client nobody = new Client(app);
        assertEquals(200, nobody.get("/actuator/health/liveness").status());
        assertEquals(200, nobody.get("/actuator/health/readiness").status());
        assertEquals(404, nobody.get("/actuator/metrics").status());
        assertEquals(404, nobody.get("/actuator/env").status());
        assertEquals(404, nobody.get("/actuator/heapdump").status());
    }

    @Test
    void belowTheFloorOfFreeSpace_filesAreRefused_TodayWarns_andBookingGoesOn(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        long bank = c.bankAccount("Operating", "", "1.00");
        FreeSpace space = app.bean(FreeSpace.class);
        space.floor(Long.MAX_VALUE);
        try {
            Client.Answer refused =
                    c.iris.upload(c.base + "/bank-accounts/" + bank + "/statements", "a.csv", new byte[10]);
            assertEquals(507, refused.status());
            assertEquals("disk.full", refused.code());
            boolean warned = false;
            for (var task : c.get("/today").path("tasks")) {
                warned |= task.path("place").asString().equals("DISK");
            }
            assertEquals(true, warned);
            assertEquals(503, new Client(app).get("/actuator/health/readiness").status());
            assertEquals(200, new Client(app).get("/actuator/health/liveness").status());
            c.party("RECEIVABLES", "Merrow", 0);
        } finally {
            space.floor(0);
        }
        assertEquals(200, new Client(app).get("/actuator/health/readiness").status());
    }
}
