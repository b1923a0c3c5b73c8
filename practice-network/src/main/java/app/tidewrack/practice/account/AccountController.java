package app.tidewrack.practice.account;

import lombok.RequiredArgsConstructor;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Opens accounts and tells what is known of them. */
@RestController
@RequestMapping("/networks/{network}/accounts/{id}")
@RequiredArgsConstructor
class AccountController {
    private final AccountDesk desk;

    @PutMapping
    Account open(@PathVariable String network, @PathVariable String id, @RequestBody AccountOrder order) {
        return desk.open(network, id, order);
    }

    @GetMapping
    AccountFacts facts(@PathVariable String network, @PathVariable String id) {
        return desk.facts(network, id);
    }
}
