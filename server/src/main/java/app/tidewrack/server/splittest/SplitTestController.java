package app.tidewrack.server.splittest;

import app.tidewrack.server.splittest.SplitTests.TestAsked;
import app.tidewrack.server.splittest.SplitTests.TestReckoned;
import app.tidewrack.server.web.AsksOnly;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Split tests: reckoned, set up, followed, ended. */
@RestController
@RequestMapping("/api/clients/{clientId}")
@RequiredArgsConstructor
class SplitTestController {
    private final SplitTests tests;

    /** What a test of some rows would need, before it is set up. */
    @AsksOnly
    @PostMapping("/plans/{planId}/campaigns/{campaignId}/tests/reckoned")
    TestReckoned reckon(
            @PathVariable String clientId,
            @PathVariable String planId,
            @PathVariable String campaignId,
            @Valid @RequestBody TestAsked body) {
        return tests.reckon(clientId, planId, campaignId, body);
    }

    record NewTest(
            @Size(max = 200) String name,
            @Size(max = 1000) String hypothesis,
            @Valid TestAsked asked) {}

    @PostMapping("/plans/{planId}/campaigns/{campaignId}/tests")
    TestView setUp(
            @PathVariable String clientId,
            @PathVariable String planId,
            @PathVariable String campaignId,
            @Valid @RequestBody NewTest body,
            Principal person) {
        String id = tests.setUp(
                clientId, planId, campaignId, body.name(), body.hypothesis(), body.asked(), person.getName());
        return tests.view(clientId, id);
    }

    @GetMapping("/tests")
    List<TestView> all(@PathVariable String clientId) {
        return tests.all(clientId);
    }

    @GetMapping("/tests/{testId}")
    TestView one(@PathVariable String clientId, @PathVariable String testId) {
        return tests.view(clientId, testId);
    }

    record LearnedBody(@Size(max = 2000) String learned) {}

    /** Ends a test and keeps what it said; one that never ran is taken away, with no content answered. */
    @PutMapping("/tests/{testId}/ended")
    ResponseEntity<TestView> end(
            @PathVariable String clientId, @PathVariable String testId, @Valid @RequestBody LearnedBody body) {
        TestView ended = tests.end(clientId, testId, body.learned());
        return ended == null ? ResponseEntity.noContent().build() : ResponseEntity.ok(ended);
    }

    @PutMapping("/tests/{testId}/learned")
    TestView learn(@PathVariable String clientId, @PathVariable String testId, @Valid @RequestBody LearnedBody body) {
        return tests.learn(clientId, testId, body.learned());
    }
}
