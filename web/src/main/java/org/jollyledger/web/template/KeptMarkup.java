package org.jollyledger.web.template;

import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.Collection;
import java.util.Set;
import org.jollyledger.web.cache.Recently;
import org.springframework.stereotype.Component;
import org.thymeleaf.context.ITemplateContext;
import org.thymeleaf.dialect.AbstractProcessorDialect;
import org.thymeleaf.engine.AttributeName;
import org.thymeleaf.engine.TemplateData;
import org.thymeleaf.engine.TemplateManager;
import org.thymeleaf.model.IModel;
import org.thymeleaf.model.IModelFactory;
import org.thymeleaf.model.IOpenElementTag;
import org.thymeleaf.processor.IProcessor;
import org.thymeleaf.processor.element.AbstractAttributeModelProcessor;
import org.thymeleaf.processor.element.IElementModelStructureHandler;
import org.thymeleaf.standard.StandardDialect;
import org.thymeleaf.standard.expression.StandardExpressions;
import org.thymeleaf.templatemode.TemplateMode;

/**
 * {@code keep:by="${key}"} on an element of a template: what it became is kept, and comes again for the same key. The key
 * must hold all that the element shows; forms that are sent back stay outside, for each carries a token of its own.
 */
@Component
class KeptMarkup extends AbstractProcessorDialect {
    private static final String PREFIX = "keep";
    private static final int PRECEDENCE_AFTER_EACH = 250;
    private static final long MOST_LETTERS = 16L << 20;
    private static final String TOKEN = "name=\"_csrf\"";

    private record Key(String template, String element, Object by) {}

    private final Recently<Key, String> kept = new Recently<>(MOST_LETTERS, String::length);

    KeptMarkup() {
        super("Kept markup", PREFIX, StandardDialect.PROCESSOR_PRECEDENCE);
    }

    @Override
    public Set<IProcessor> getProcessors(String prefix) {
        return Set.of(new Processor());
    }

    private final class Processor extends AbstractAttributeModelProcessor {
        private static final String BLOCK = "th:block";
        private static final String MARKUP = "keptMarkup";

        Processor() {
            super(TemplateMode.HTML, PREFIX, null, false, "by", true, PRECEDENCE_AFTER_EACH, false);
        }

        @Override
        protected void doProcess(
                ITemplateContext context,
                IModel model,
                AttributeName attribute,
                String value,
                IElementModelStructureHandler structure) {
            Object by = StandardExpressions.getExpressionParser(context.getConfiguration())
                    .parseExpression(context, value)
                    .execute(context);
            if (!(by instanceof Record || by instanceof Collection || by instanceof String)) {
                throw new IllegalStateException("Markup is kept by what is equal when it shows the same, not by " + by);
            }
            TemplateData template = context.getTemplateData();
            Key key = new Key(
                    template.getTemplate(),
                    model.get(0).getLine() + ":" + model.get(0).getCol(),
                    by);
            IModelFactory factory = context.getModelFactory();
            model.replace(0, factory.removeAttribute((IOpenElementTag) model.get(0), attribute));
            structure.setLocalVariable(MARKUP, kept.get(key, () -> rendered(context, model, template)));
            // Put in as it is: nothing of it is an expression any more.
            model.reset();
            model.add(factory.createOpenElementTag(BLOCK, "th:utext", "${" + MARKUP + "}"));
            model.add(factory.createCloseElementTag(BLOCK));
        }

        private String rendered(ITemplateContext context, IModel model, TemplateData template) {
            StringWriter source = new StringWriter();
            StringWriter markup = new StringWriter();
            try {
                model.write(source);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
            TemplateManager templates = context.getConfiguration().getTemplateManager();
            templates.process(
                    templates.parseString(
                            template, source.toString(), model.get(0).getLine(), 0, TemplateMode.HTML, true),
                    context,
                    markup);
            if (markup.toString().contains(TOKEN)) {
                throw new IllegalStateException("A form with its token cannot be kept: " + source);
            }
            return markup.toString();
        }
    }
}
