package io.kinetarch.server.staffing;

import io.kinetarch.core.inspection.ChatWords;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.staffing.Post;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** What the chats of a post ask for, in words. */
final class PostWords {
    private PostWords() {}

    /** Such as "in German" or "with Fares 4+"; of more than one kind, all of them. */
    static String asks(Plan plan, Post post) {
        return ChatWords.asks(plan, post.ownKinds());
    }

    /**
     * Posts by the names of their queues; of a queue whose every operator lacks, its name alone.
     *
     * @param forAll the posts that all operators of a queue can fill
     */
    static List<String> names(Plan plan, List<Post> posts, Set<Post> forAll) {
        var whole = posts.stream().filter(forAll::contains).map(Post::queue).collect(Collectors.toSet());
        return posts.stream()
                .filter(post -> forAll.contains(post) || !whole.contains(post.queue()))
                .map(post -> plan.queue(post.queue()).name() + (forAll.contains(post) ? "" : " " + asks(plan, post)))
                .toList();
    }
}
