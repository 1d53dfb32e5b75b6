-- Meat by which a batch grows after its grind is ground at a step of its own.
ALTER TABLE batch_step MODIFY origin ENUM('fat','taste','late','grow') NULL COMMENT 'what it corrects; NULL is a step of the method';
