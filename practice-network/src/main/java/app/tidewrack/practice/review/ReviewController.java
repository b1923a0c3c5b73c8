package app.tidewrack.practice.review;

import java.util.List;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Tells where each ad of an account stands in review. */
@RestController
@RequiredArgsConstructor
class ReviewController {
    private final ReviewDesk desk;

    /** @param after the last id already had, empty for the first page */
    @GetMapping("/networks/{network}/reviews")
    List<ReviewMapper.Decision> ofAccount(
            @PathVariable String network, @RequestParam String account, @RequestParam(defaultValue = "") String after) {
        return desk.ofAccount(network, account, after);
    }

    /** Ads of all accounts that wait, the next due first. */
    @GetMapping("/console/reviews")
    List<ReviewMapper.Open> open() {
        return desk.open();
    }

    record DecisionBody(boolean approved, @Nullable String reason) {}

    /** Decides one ad by hand. */
    @PutMapping("/console/reviews/{ad}")
    void decide(@PathVariable String ad, @RequestBody DecisionBody body) {
        desk.decide(ad, body.approved(), body.reason());
    }
}
