package io.kinetarch.server.staffing;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.routing.ChatNeeds;
import io.kinetarch.core.staffing.Post;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What the chats of a post ask for, in words. */
final class PostWords {
    private PostWords() {}

    /** Such as "in German" or "with Fares 4+"; of more than one kind, all of them. */
    static String asks(Plan plan, Post post) {
        return post.ownKinds().stream().map(kind -> asks(plan, kind)).distinct().collect(Collectors.joining(" or "));
    }

    private static String asks(Plan plan, ChatNeeds kind) {
        return Stream.concat(
                        Stream.ofNullable(kind.language()).map(tag -> "in " + language(tag)),
                        kind.extraSkills().stream()
                                .map(need -> "with " + plan.skill(need.skill()).name() + " " + need.leastLevel() + "+"))
                .collect(Collectors.joining(" "));
    }

    static String language(String tag) {
        return Locale.forLanguageTag(tag).getDisplayLanguage(Locale.ENGLISH);
    }

    /** The queue's name, with what the post's chats ask for where only some of its operators could take them. */
    static String name(Plan plan, Post post, boolean forAll) {
        String queue = plan.queue(post.queue()).name();
        return forAll ? queue : queue + " " + asks(plan, post);
    }
}
