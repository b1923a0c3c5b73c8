package app.tidewrack.practice.world;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * A question people ask and answer.
 *
 * @param id topic and number, such as {@code knitting.2}
 * @param topic code of the topic it is about
 */
public record Question(String id, String words, String topic) {
    private static final List<String> FORMS = List.of(
            "What should a beginner know about %s?",
            "Is %s worth the money?",
            "How much time does %s take?",
            "What do people get wrong about %s?",
            "Where can I find others who care about %s?",
            "What has changed in %s lately?");

    /** All questions about a topic, or about all topics at or below a branch. */
    public static List<Question> about(Topic topic, TopicTree tree) {
        List<Question> questions = new ArrayList<>();
        for (String leaf : topic.leaves()) {
            String words = tree.find(leaf).orElseThrow().words().toLowerCase(Locale.ROOT);
            for (int i = 0; i < FORMS.size(); i++) {
                questions.add(new Question(leaf + "." + (i + 1), FORMS.get(i).formatted(words), leaf));
            }
        }
        return questions;
    }

    public static Optional<Question> find(TopicTree tree, String id) {
        int dot = id.lastIndexOf('.');
        return tree.find(dot < 0 ? id : id.substring(0, dot))
                .filter(t -> t.level() == 3)
                .flatMap(t ->
                        about(t, tree).stream().filter(q -> q.id().equals(id)).findFirst());
    }
}
