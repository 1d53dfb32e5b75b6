-- When an animal was slaughtered and when its meat was frozen, as far as anybody said: ice stops the days, and thawing begins new ones.
ALTER TABLE lot ADD slaughtered_on DATE NULL, ADD frozen_on DATE NULL;
