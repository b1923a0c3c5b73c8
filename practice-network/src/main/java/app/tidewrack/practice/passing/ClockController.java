package app.tidewrack.practice.passing;

import lombok.RequiredArgsConstructor;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Tells the time, moves it, and lets it run. */
@RestController
@RequestMapping("/clock")
@RequiredArgsConstructor
class ClockController {
    private final ClockDesk desk;

    record Move(int hours) {}

    record Run(int hoursPerMinute) {}

    @GetMapping
    ClockDesk.View now() {
        return desk.view();
    }

    @PostMapping("/move")
    ClockDesk.View move(@RequestBody Move move) {
        return desk.move(move.hours());
    }

    /** 0 hours a minute lets it stand. */
    @PostMapping("/run")
    ClockDesk.View run(@RequestBody Run run) {
        return desk.run(run.hoursPerMinute());
    }
}
