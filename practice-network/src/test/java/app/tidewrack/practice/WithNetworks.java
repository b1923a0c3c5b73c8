package app.tidewrack.practice;

import org.junit.jupiter.api.Tag;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.webmvc.test.autoconfigure.AutoConfigureMockMvc;
import org.springframework.test.web.servlet.MockMvc;
import tools.jackson.databind.json.JsonMapper;

/** The practice network whole. Each heir brings a database, so that none lives in a world that another has moved on. */
@Tag("whole")
@SpringBootTest
@AutoConfigureMockMvc
abstract class WithNetworks {
    @Autowired
    MockMvc mvc;

    @Autowired
    JsonMapper json;

    /** A caller with a new account. */
    Caller on(String network, String account, String currency, String zone) throws Exception {
        Caller caller = new Caller(mvc, json, network);
        caller.account(account, currency, zone, account + ".example");
        return caller;
    }
}
