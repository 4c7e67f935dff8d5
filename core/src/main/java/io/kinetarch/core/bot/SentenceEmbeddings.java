package io.kinetarch.core.bot;

import dev.langchain4j.model.embedding.EmbeddingModel;
import dev.langchain4j.model.embedding.onnx.allminilml6v2q.AllMiniLmL6V2QuantizedEmbeddingModel;

/**
 * The meaning of sentences by a small neural network that ships with the product and runs within this process: all-MiniLM-L6-v2, quantised
 * (Reimers and Gurevych 2019; Wang et al. 2020). It was made of English, and knows German and French from what English took of them: see
 * decision 22 for what it is worth there.
 */
public final class SentenceEmbeddings implements Meaning {
    /** Time goes with the square of a text's length; what a question is about is said by then. */
    private static final int LONGEST_TEXT = 400;

    private final EmbeddingModel model;

    /** Loads the network, which takes a second or two and some 150 MB. */
    public SentenceEmbeddings() {
        model = new AllMiniLmL6V2QuantizedEmbeddingModel(Runnable::run);
    }

    @Override
    public float[] of(String text) {
        String read = text.length() > LONGEST_TEXT ? text.substring(0, LONGEST_TEXT) : text;
        return read.isBlank()
                ? new float[model.dimension()]
                : model.embed(read).content().vector();
    }
}
