package app.tidewrack.practice.review;

import app.tidewrack.practice.review.ReviewMapper.Decision;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Review states of an account's ads. */
@RestController
class ReviewController {
    private final ReviewMapper mapper;

    ReviewController(ReviewMapper mapper) {
        this.mapper = mapper;
    }

    @GetMapping("/networks/hearthside/reviews")
    List<Decision> reviews(@RequestParam String account) {
        return mapper.ofAccount(account);
    }
}
