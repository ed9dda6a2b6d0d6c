#include "cli/arguments.h"
#include "cli/say.h"
#include "core/job/job_file.h"
#include "core/job/job_recipe.h"

namespace tympan::cli {

namespace {

struct Options {
    std::string recipe, out;
};

int makeJob(const Options& options) {
    if (!isJobFile(options.out))
        throw Error(Error::Kind::usage, options.out, Text("not a name for a job"), Text("end it in .tympan"));
    std::vector<std::string> read = picturesOfRecipe(options.recipe);
    read.push_back(options.recipe);
    checkOutputs({options.out}, read);
    saveJobFile(options.out, jobFromRecipe(options.recipe), {}, progressLine());
    return 0;
}

}  // namespace

void addJob(CommandLine& line) {
    Command command = line.add("job", "make a job from a list of pictures");
    auto options = std::make_shared<Options>();
    command.required("RECIPE", options->recipe, "a JSON file that lists pictures and what they go on");
    command.required("-o,--output", options->out, "the job file: .tympan");
    command.does([options] { return makeJob(*options); });
}

}  // namespace tympan::cli
